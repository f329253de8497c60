import type { FitClass } from '../fit/classes'
import type { Project } from '../document/schema'
import { gapsFor, type Learnt } from './learnt'

/** A row of the ledger as it was read on the print. Lengths mm, per side. */
export interface ReadRow {
  row: string
  /** The gap as it came out, and as it was built when it was printed. */
  read: number
  built: number
  /** The fit class that it was drawn with; what was drawn with none teaches nothing about them, unless it is alone. */
  fit?: FitClass | undefined
}

/** How much tighter a row came out than it was built; less than 0 where it came out wider. */
export const tighterBy = ({ read, built }: Pick<ReadRow, 'read' | 'built'>): number => built - read

/**
 * What the rows that were read on prints teach the printer: the middle of how much tighter they came out, within how much
 * they agree, and the gaps that come out as they are meant. Nothing as long as none was read.
 */
export function learntFromRows(all: readonly ReadRow[]): (Learnt & { rows: number }) | undefined {
  const drawn = all.filter((r) => r.fit)
  const rows = drawn.length > 0 ? drawn : all
  if (rows.length === 0) return undefined
  const off = rows.map(tighterBy).sort((a, b) => a - b)
  const half = off.length >> 1
  const tighter = off.length % 2 ? off[half]! : (off[half - 1]! + off[half]!) / 2
  const within = Math.max(...off.map((v) => Math.abs(v - tighter)))
  return { tighter, within, gaps: gapsFor(tighter), rows: rows.length }
}

/** The rows of a project that were read. @param valueOf what a formula comes to, mm; undefined if it does not come to anything */
export const readRows = (
  { printed }: Pick<Project, 'printed'>,
  valueOf: (formula: string) => number | undefined,
): ReadRow[] =>
  printed.flatMap(({ row, read, built, fit }) => {
    const value = valueOf(read)
    return value === undefined ? [] : [{ row, read: value, built, fit }]
  })
