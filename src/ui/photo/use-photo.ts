'use client'
import { useEffect, useMemo, useState } from 'react'
import type { ProjectOutline } from '@/core/document/schema'
import { resolvePhoto } from '@/core/photo/resolve-photo'
import { useProject } from '../store/store'
import { useWorkOut } from '../store/use-work-out'
import { PhotoEngine } from './photo-engine'

export type PhotoOutline = Extract<ProjectOutline, { kind: 'photo' }>

/** The outline whose photo is open. */
export function useOpenPhoto(): PhotoOutline | undefined {
  const id = useProject((s) => s.photo?.outline)
  const outline = useProject((s) => s.history.present.outlines.find((o) => o.id === id))
  return outline?.kind === 'photo' ? outline : undefined
}

/** The photo with everything worked out. */
export function useResolved(outline: PhotoOutline) {
  const value = useWorkOut('document')
  return useMemo(() => resolvePhoto(outline.photo, value), [outline.photo, value])
}

/** The photo's pixels, for the screen and for the worker. */
export interface LoadedPhoto {
  bitmap: ImageBitmap
  engine: PhotoEngine
}

/** Loads a stored photo; undefined until it is there, `missing` if it is not to be had. */
export function useLoaded(file: string): LoadedPhoto | 'missing' | undefined {
  const [loaded, setLoaded] = useState<LoadedPhoto | 'missing'>()
  useEffect(() => {
    let gone = false
    let made: LoadedPhoto | undefined
    const load = async () => {
      const response = await fetch(`/api/files/${file}`)
      if (!response.ok) throw new Error('missing')
      const blob = await response.blob()
      const bitmap = await createImageBitmap(blob)
      if (gone) return bitmap.close()
      made = { bitmap, engine: new PhotoEngine(blob) }
      setLoaded(made)
    }
    load().catch(() => !gone && setLoaded('missing'))
    return () => {
      gone = true
      made?.bitmap.close()
      made?.engine.dispose()
      setLoaded(undefined)
    }
  }, [file])
  return loaded
}
