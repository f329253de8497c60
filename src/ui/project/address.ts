'use client'
import { useEffect } from 'react'
import { type Place, PLACES } from '../store/view-slice'
import { useProject, useProjectStore } from '../store/store'

const placeIn = (hash: string): Place | undefined => {
  const name = hash.slice(1)
  return Object.hasOwn(PLACES, name) ? (name as Place) : undefined
}

/** The place of the work stands in the address: it can be linked to, a reload comes back to it, and Back goes through. */
export function usePlaceInAddress(): void {
  const store = useProjectStore()
  const place = useProject((s) => s.place)
  const name = useProject((s) => s.history.present.name)
  useEffect(() => {
    const asked = placeIn(window.location.hash)
    const { set, place: first } = store.getState()
    if (asked) set({ place: asked })
    else window.history.replaceState(window.history.state, '', `#${first}`)
    const back = () => {
      const there = placeIn(window.location.hash)
      if (there) store.getState().set({ place: there })
    }
    window.addEventListener('popstate', back)
    return () => window.removeEventListener('popstate', back)
  }, [store])
  useEffect(() => {
    const there = placeIn(window.location.hash)
    if (there && there !== place) window.history.pushState(null, '', `#${place}`)
  }, [place])
  useEffect(() => {
    document.title = `${name} · ${PLACES[place]} · Anorak`
  }, [name, place])
}
