import type { Pointable } from './resolve'

/** The borders of a region that hang together with one of them: all the way round it, outside or round a hole. */
export function runRound({ topology: { borders } }: Pointable, region: number, border: number): number[] {
  const own = borders.flatMap((b, i) => (b.regions.includes(region) ? [i] : []))
  const ends = (i: number) => (borders[i]!.closed ? [] : [borders[i]!.vertices[0]!, borders[i]!.vertices.at(-1)!])
  const found = new Set([border])
  for (const i of found) for (const j of own) if (ends(j).some((v) => ends(i).includes(v))) found.add(j)
  return [...found]
}
