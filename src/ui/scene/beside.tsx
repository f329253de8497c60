'use client'
import { useProject } from '../store/store'
import type { SceneView } from './scene-view'
import { useDrawn } from './use-drawn'

/** The variants, where they lie side by side in the scene. */
export const useBeside = () =>
  useProject((s) => (s.comparing === 'beside' && s.place === 'parts' ? s.variants : undefined))

/** Their names, in front of them. */
export function BesideNames({ view }: { view: SceneView }) {
  const variants = useBeside()
  return variants?.map((v) => <Name key={v.id} view={view} at={v.label} name={v.name} />)
}

function Name({ view, at, name }: { view: SceneView; at: readonly [number, number, number]; name: string }) {
  const place = useDrawn(view, (v) => v.project(at).join(' '))
  const [x, y] = (place ?? '0 0').split(' ').map(Number) as [number, number]
  return (
    <span
      className="pointer-events-none absolute z-[5] -translate-x-1/2 bg-sheet/85 px-2 text-[14px] font-semibold"
      style={{ left: x, top: y + 14 }}
    >
      {name}
    </span>
  )
}
