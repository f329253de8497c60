import { type z } from 'zod'
import { CLEAN } from '../prove/overhangs'
import { USUAL_FLOW } from './estimate'
import { FIT_CLASSES, type FitClass } from '../fit/classes'
import { type Printer, printerSchema } from '../document/schema'

/** A printer as it is set up with a filament: what projects on it have in common. */
export const profileSchema = printerSchema.omit({ kept: true })
export type Profile = z.infer<typeof profileSchema>

/** A printer that is kept apart from projects. */
export interface KeptPrinter {
  id: string
  revision: number
  profile: Profile
  /** How many projects are printed on it. */
  projects: number
}

/** What it is called where several are listed. */
export const printerCalled = ({ name, filament }: Pick<Profile, 'name' | 'filament'>): string => `${name}, ${filament}`

export const profileOf = ({ kept: _, ...profile }: Printer): Profile => profile

/** A kept printer's figures, for a project to be printed on it. */
export const printedOn = ({ id, revision, profile }: Pick<KeptPrinter, 'id' | 'revision' | 'profile'>): Printer => ({ ...profile, kept: { id, revision } }) // prettier-ignore

/** What a printer's figures are called, in order. */
const SAID: readonly (readonly [said: string, of: (p: Profile) => string | number])[] = [
  ['name', (p) => p.name],
  ['filament', (p) => p.filament],
  ['bed', (p) => p.bed.join(' × ')],
  ['line', (p) => p.line],
  ['layer', (p) => p.layer],
  ['lowest layer', (p) => p.first ?? p.layer],
  ['overhangs', (p) => p.lean ?? CLEAN],
  ['bridges', (p) => p.bridge ?? 'as usual'],
  ['walls', (p) => p.wall ?? 'as usual'],
  ['holes smaller by', (p) => p.holes ?? 0],
  ['outsides larger by', (p) => p.outsides ?? 0],
  ['feet bevelled by', (p) => p.bevel ?? 0],
  ['flow', (p) => p.flow ?? USUAL_FLOW],
  ['price', (p) => p.price ?? 0],
  ...(Object.keys(FIT_CLASSES) as FitClass[]).map((fit) => [fit, (p: Profile) => p.gaps[fit]] as const),
]

/** What differs from one to the other: `snug 0.1 → 0.15`. */
export const differences = (from: Profile, to: Profile): string[] =>
  SAID.flatMap(([said, of]) => (of(from) === of(to) ? [] : [`${said} ${of(from)} → ${of(to)}`]))

/**
 * What a project's printer becomes because the one that it follows has changed since; undefined where it has not, or is
 * kept no more. What the project itself had otherwise is given up for it, and said.
 */
export function followed(
  printer: Printer,
  all: readonly KeptPrinter[],
): { printer: Printer; changes: string[] } | undefined {
  const kept = all.find((p) => p.id === printer.kept?.id)
  if (!kept || kept.revision <= printer.kept!.revision) return undefined
  return { printer: printedOn(kept), changes: differences(profileOf(printer), kept.profile) }
}
