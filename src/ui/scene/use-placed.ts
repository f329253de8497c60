import { useEffect, useRef } from 'react'
import { translation } from '@/core/geometry/placement'
import { emptyBox, joinBoxes, scale, sub } from '@/core/geometry/vec'
import { asPrinted, useStandingPart } from '../prove/proved-part'
import { useProject } from '../store/store'
import type { SceneView } from './scene-view'

/** How far the farthest pieces are drawn apart, by the size of all parts. */
const SPREAD = 0.4

/** Draws the pieces of divided parts apart, as far as they are meant to be; in the place Prove a part as it is printed. */
export function useApart(view: SceneView | undefined): void {
  const build = useProject((s) => s.build)
  const apart = useProject((s) => (s.place === 'divide' ? s.apart : 0))
  const proved = useStandingPart()
  useEffect(() => {
    if (!view || !build) return
    if (proved) return void view.setPlaced(new Map([[`part:${proved.id}`, asPrinted(proved)]]))
    const pieces = build.parts.filter((p) => p.piece)
    const most = Math.max(1, ...pieces.map((p) => Math.hypot(...p.piece!.away)))
    const { min, max } = pieces.map((p) => p.body.bounds).reduce(joinBoxes, emptyBox())
    const one = pieces.length > 0 ? (apart * SPREAD * Math.hypot(...sub(max, min))) / most : 0
    view.setPlaced(new Map(pieces.map((p) => [`part:${p.id}`, translation(scale(p.piece!.away, one))])))
  }, [view, build, apart, proved])
}

/** In the place Prove the part that is looked at is all there is to be seen. */
export function useProvedInView(view: SceneView | undefined): void {
  const shown = useStandingPart()?.id
  const before = useRef<string>(undefined)
  useEffect(() => {
    if (shown !== before.current) view?.frame()
    before.current = shown
  }, [view, shown])
}
