/** Metric screws by their nominal size. */
export const SCREWS = ['M1.6', 'M2', 'M2.5', 'M3', 'M4', 'M5', 'M6'] as const
export type Screw = (typeof SCREWS)[number]

/** Nominal diameter, mm. */
export const nominal = (screw: Screw): number => Number(screw.slice(1))

/** Diameters of holes that a screw goes through, mm. Source: ISO 273. */
const THROUGH: Readonly<Record<Screw, { fine: number; medium: number; coarse: number }>> = {
  'M1.6': { fine: 1.7, medium: 1.8, coarse: 2 },
  M2: { fine: 2.2, medium: 2.4, coarse: 2.6 },
  'M2.5': { fine: 2.7, medium: 2.9, coarse: 3.1 },
  M3: { fine: 3.2, medium: 3.4, coarse: 3.6 },
  M4: { fine: 4.3, medium: 4.5, coarse: 4.8 },
  M5: { fine: 5.3, medium: 5.5, coarse: 5.8 },
  M6: { fine: 6.4, medium: 6.6, coarse: 7 },
}
export const throughHole = (screw: Screw, series: 'fine' | 'medium' | 'coarse'): number => THROUGH[screw][series]

/** Diameter and height of cap heads, mm. Source: ISO 4762. */
const CAP_HEADS: Partial<Record<Screw, readonly [number, number]>> = { M2: [3.8, 2], 'M2.5': [4.5, 2.5], M3: [5.5, 3], M4: [7, 4], M5: [8.5, 5] } // prettier-ignore
/** Theoretical diameter of countersunk heads of 90 degrees, mm. Source: ISO 10642. */
const SUNK_HEADS: Partial<Record<Screw, number>> = { M3: 6.72, M4: 8.96, M5: 11.2 }
/** Hexagon nuts, across flats and height, mm. Source: ISO 4032. */
const NUTS: Partial<Record<Screw, readonly [number, number]>> = { M2: [4, 1.6], 'M2.5': [5, 2], M3: [5.5, 2.4], M4: [7, 3.2], M5: [8, 4.7] } // prettier-ignore
/** Holes for heat-set inserts of common lengths, mm. Makers of inserts differ; so says the trade. */
const INSERTS: Partial<Record<Screw, number>> = { M2: 3.2, 'M2.5': 3.8, M3: 4.1, M4: 5.6, M5: 6.4 }

const TABLES = { cap: CAP_HEADS, sunk: SUNK_HEADS, nut: NUTS, insert: INSERTS }
type Tables = typeof TABLES

/** What a table has for a screw; undefined where it has none. */
export const sizeOf = <K extends keyof Tables>(what: K, screw: Screw): Tables[K][Screw] | undefined =>
  TABLES[what][screw]

/** The sizes a table has. */
export const sizesIn = (what: keyof Tables): Screw[] => SCREWS.filter((s) => TABLES[what][s] !== undefined)

/** The hole that a thread-forming screw is driven into, mm: 0.82 of its nominal diameter, as usual in plastic. */
export const pilotHole = (screw: Screw): number => Math.round(0.82 * nominal(screw) * 100) / 100

/** Usual lengths of machine screws under their heads, mm. Source: ISO 4762, preferred lengths. */
const LENGTHS = [4, 5, 6, 8, 10, 12, 16, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80] as const

/**
 * The longest screw of a usual length that ends before `most` and reaches `least`, mm from where its head lies; its head
 * goes deeper by `sink` where it has to, up to `mostSink`. Undefined if there is none.
 */
export function usualScrew(least: number, most: number, mostSink: number): { long: number; sink: number } | undefined {
  const long = LENGTHS.findLast((l) => l <= most + 1e-6)
  const sink = long === undefined ? Infinity : Math.max(0, least - long)
  return long !== undefined && sink <= mostSink + 1e-6 ? { long, sink } : undefined
}

/** The shortest screw of a usual length that is no shorter, mm from where its head lies; undefined if there is none. */
export const shortestScrew = (least: number): number | undefined => LENGTHS.find((l) => l >= least - 1e-6)

/** How much of a screw has to be in its thread at least, mm: its diameter in metal, twice that in plastic. */
export const leastThread = (screw: Screw, inPlastic: boolean): number => nominal(screw) * (inPlastic ? 2 : 1)

/** Outside diameter of a cap head, mm; of the nominal diameter times 1.8 where the table has none. */
export const headAcross = (screw: Screw): number => CAP_HEADS[screw]?.[0] ?? 1.8 * nominal(screw)

/** The largest screw of a table that goes through a hole, mm. */
export const largestThrough = (hole: number, what: keyof Tables): Screw | undefined =>
  sizesIn(what).findLast((s) => nominal(s) <= hole - 0.1)

/** How much deeper than an insert its hole is, and the least wall round it, mm, as the trade has it. */
export const UNDER_INSERT = 1
export const INSERT_WALL = 1.6

/** Least outside diameter of what holds a heat-set insert, mm. */
export const insertPost = (screw: Screw): number => (INSERTS[screw] ?? nominal(screw)) + 2 * INSERT_WALL
