import { pauseSaid } from '../../print/pause'
import { middleOf } from '../flat-pieces'
import type { Line } from '../line'

/** Where the print halts, and what is printed over what is laid in then. */
export const pauses: Line = ({ part, layers, say, place }) => {
  const halts = (part.pauses ?? []).map((pause) => ({ pause, next: layers[pause.layers] }))
  const said = halts.map(({ pause, next }) => {
    const spans = (next?.bridges ?? []).map((b) => b.size)
    const over = !next ? ', after which nothing is printed' : spans.length > 0 ? `; the layer over it spans up to ${say(Math.max(...spans))}` : next.hangs.length > 0 ? '; the layer over it hangs on one side' : '' // prettier-ignore
    return `${pauseSaid(pause)}${over}`
  })
  const late = halts.some((h) => !h.next)
  return {
    id: 'pauses',
    about: 'Pauses',
    says: said.length === 0 ? 'It is printed without a pause.' : `Halts: ${said.join('. Then: ')}.`,
    verdict: late ? 'look' : 'fine',
    ...(late ? { mends: 'A pause has to come before the last layer: put it lower.' } : {}),
    places: halts.flatMap(({ pause, next }) => (next ? [{ says: `layer ${next.nth}, ${say(pause.height)} up`, at: place(middleOf([next.outlines[0] ?? [[0, 0]]]), next), layer: next.nth }] : [])), // prettier-ignore
  }
}
