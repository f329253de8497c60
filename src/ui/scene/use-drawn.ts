import { useSyncExternalStore } from 'react'
import type { SceneView } from './scene-view'

/** What depends on where the scene is looked at from: worked out after every drawing, rendered only where it changed. */
export function useDrawn<T extends string | undefined>(view: SceneView, read: (view: SceneView) => T): T {
  return useSyncExternalStore(
    (listener) => {
      view.drawn.add(listener)
      return () => view.drawn.delete(listener)
    },
    () => read(view),
    () => undefined as T,
  )
}
