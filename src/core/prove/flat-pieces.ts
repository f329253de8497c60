import type { Vec2 } from '../geometry/vec'
import { inPolygon, polygonArea } from '../profile/polygon'

/** An outside, anticlockwise, and the holes in it, clockwise. */
export type FlatPiece = readonly (readonly Vec2[])[]

/** Parts outlines (outsides anticlockwise, holes clockwise) into what hangs together. */
export function flatPieces(outlines: readonly (readonly Vec2[])[]): FlatPiece[] {
  const sized = outlines.map((points) => ({ points, area: polygonArea(points) }))
  const outsides = sized.filter((o) => o.area > 0).sort((a, b) => a.area - b.area)
  const pieces = new Map(outsides.map((o) => [o, [o.points]]))
  for (const hole of sized.filter((o) => o.area < 0)) {
    const home = outsides.find((o) => o.area > -hole.area && inPolygon(o.points, hole.points[0]!))
    if (home) pieces.get(home)!.push(hole.points)
  }
  return [...pieces.values()]
}

/** mm2, less the holes. */
export const flatArea = (outlines: readonly (readonly Vec2[])[]): number =>
  outlines.reduce((sum, points) => sum + polygonArea(points), 0)

/** The length of all outlines, mm. */
export const lengthRound = (outlines: readonly (readonly Vec2[])[]): number =>
  outlines.reduce((sum, points) => sum + points.reduce((s, p, i) => s + Math.hypot(p[0] - points.at(i - 1)![0], p[1] - points.at(i - 1)![1]), 0), 0) // prettier-ignore

/** True of a point in an odd number of outlines. */
export const isIn = (outlines: readonly (readonly Vec2[])[], p: Vec2): boolean =>
  outlines.reduce((inside, points) => inside !== inPolygon(points, p), false)

/** How far a point is from the nearest of some outlines, mm. */
export function awayFrom(outlines: readonly (readonly Vec2[])[], [x, y]: Vec2): number {
  let best = Infinity
  for (const points of outlines)
    for (let i = 0; i < points.length; i++) {
      const [ax, ay] = points[i]!
      const [bx, by] = points[(i + 1) % points.length]!
      const [dx, dy] = [bx - ax, by - ay]
      const along = Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy || 1)))
      best = Math.min(best, (ax + along * dx - x) ** 2 + (ay + along * dy - y) ** 2)
    }
  return Math.sqrt(best)
}

/** A place in the middle of a piece: of its longest scan through the middle of its height. */
export function middleOf(piece: FlatPiece): Vec2 {
  const ys = piece[0]!.map((p) => p[1])
  // Off the middle by a little, so that it goes through no corner.
  const y = Math.min(...ys) + 0.5003 * (Math.max(...ys) - Math.min(...ys))
  const spans = crossings(piece, y)
  const [from, to] = spans.sort(([a, b], [c, d]) => d - c - (b - a))[0] ?? [piece[0]![0]![0], piece[0]![0]![0]]
  return [(from + to) / 2, y]
}

/** Where a line along x at a height lies in outlines: from and to, in order. */
export const crossings = (outlines: readonly (readonly Vec2[])[], y: number): [number, number][] => scanned(outlines, y, 1, 1)[0]! // prettier-ignore

/** The same of so many lines, from the first height on and so far apart. */
export function scanned(
  outlines: readonly (readonly Vec2[])[],
  first: number,
  apart: number,
  count: number,
): [number, number][][] {
  const xs = Array.from({ length: count }, (): number[] => [])
  for (const points of outlines)
    for (let i = 0; i < points.length; i++) {
      const [ax, ay] = points[i]!
      const [bx, by] = points[(i + 1) % points.length]!
      // A line goes through what begins at it or under it and ends over it.
      const from = Math.max(0, Math.ceil((Math.min(ay, by) - first) / apart))
      for (let k = from; k < count; k++) {
        const y = first + k * apart
        if (ay > y !== by > y) xs[k]!.push(ax + ((y - ay) / (by - ay)) * (bx - ax))
        else if (y >= Math.max(ay, by)) break
      }
    }
  return xs.map((line) => {
    line.sort((a, b) => a - b)
    return Array.from({ length: line.length >> 1 }, (_, i) => [line[2 * i]!, line[2 * i + 1]!])
  })
}

export function boxOfFlat(piece: FlatPiece): { min: Vec2; size: [number, number] } {
  const [xs, ys] = [0, 1].map((k) => piece[0]!.map((p) => p[k]!)) as [number[], number[]]
  const min: Vec2 = [Math.min(...xs), Math.min(...ys)]
  return { min, size: [Math.max(...xs) - min[0], Math.max(...ys) - min[1]] }
}
