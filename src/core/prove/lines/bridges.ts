import type { Printer } from '../../document/schema'
import type { Line } from '../line'

/** A bridge is clean to this and usable to that, mm (trade figures). */
const [CLEAN, USABLE] = [10, 25]
const MOST = 6

/** Longer bridges need something under them, mm. */
export const usableSpan = ({ bridge = CLEAN }: Pick<Printer, 'bridge'>): number => Math.max(USABLE, bridge)

/** What hangs over nothing from layer to layer: held at both ends, or at one. */
export const bridges: Line = ({ layers, project: { printer }, say, place }) => {
  const clean = printer.bridge ?? CLEAN
  const spans = layers.flatMap((l) => l.bridges.map((b) => ({ ...b, layer: l }))).sort((a, b) => b.size - a.size)
  const hangs = layers.flatMap((l) => l.hangs.map((b) => ({ ...b, layer: l }))).sort((a, b) => b.size - a.size)
  const [longest, farthest] = [spans[0], hangs[0]]
  const said = [
    longest ? `The longest bridge is ${say(longest.size)}${longest.size > clean ? `, clean are ${say(clean)}` : ''}.` : '', // prettier-ignore
    farthest ? `${hangs.length === 1 ? 'One place reaches' : `${hangs.length} places reach`} out over nothing, the farthest by ${say(farthest.size)}.` : '', // prettier-ignore
  ].filter((s) => s)
  const look = farthest !== undefined || (longest?.size ?? 0) > usableSpan(printer)
  return {
    id: 'bridges',
    about: 'Over nothing',
    says: said.length > 0 ? said.join(' ') : 'Every layer lies on the one below.',
    verdict: look ? 'look' : 'fine',
    ...(look ? { mends: 'It sags without supports: lay the part another way, bevel what is under it by 45°, or cut it there.' } : {}), // prettier-ignore
    places: [
      ...hangs.slice(0, MOST).map((h) => ({ says: `reaches out ${say(h.size)} in layer ${h.layer.nth}`, at: place(h.at, h.layer), layer: h.layer.nth })), // prettier-ignore
      ...spans.slice(0, hangs.length > 0 ? 2 : MOST).map((b) => ({ says: `spans ${say(b.size)} in layer ${b.layer.nth}`, at: place(b.at, b.layer), layer: b.layer.nth })), // prettier-ignore
    ],
  }
}
