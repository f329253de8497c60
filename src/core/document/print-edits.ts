import { produce } from 'immer'
import type { Edit } from './edits'
import type { KeptFace } from './pick-schema'
import type { LaidByHand, Project } from './schema'

export const setPrinter = (change: Partial<Project['printer']>): Edit =>
  produce((p) => void Object.assign(p.printer, change))

/** Has the project printed on another printer, with all its figures. */
export const takePrinter = (printer: Project['printer']): Edit => produce((p) => void (p.printer = printer))

export const setGap = (fit: keyof Project['printer']['gaps'], perSide: number): Edit =>
  produce((p) => void (p.printer.gaps[fit] = perSide))

/** Lets something pass that is held against an export, and says why; without a why it is held against it again. */
export const waveThrough = (what: string, why: string | undefined): Edit =>
  produce((p) => {
    p.waved = p.waved.filter((w) => w.what !== what)
    if (why !== undefined) p.waved.push({ what, why })
  })

/** Says how wide a gap of the ledger came out; without a reading it is taken back. */
export const setPrinted = (row: string, said: Omit<Project['printed'][number], 'row'> | undefined): Edit =>
  produce((p) => {
    p.printed = p.printed.filter((r) => r.row !== row)
    if (said) p.printed.push({ row, ...said })
  })

/** Lays one of a part on a plate where the maker wants it. */
export const layByHand = (laid: LaidByHand): Edit =>
  produce((p) => {
    const others = p.plates.laid.filter((l) => l.part !== laid.part || l.copy !== laid.copy)
    p.plates.laid = [...others, laid]
  })

/** One of a part, or with none named all of them, is laid by itself again. */
export const layByItself = (part?: string, copy?: number): Edit =>
  produce((p) => {
    p.plates.laid = part === undefined ? [] : p.plates.laid.filter((l) => l.part !== part || l.copy !== copy)
  })

/** How much room parts have that are laid by themselves, mm. */
export const setPlatesApart = (apart: number): Edit => produce((p) => void (p.plates.apart = apart))

/** Has a face of a part kept free of supports; with none named, no face of it any more. */
export const keepClean = (part: string, face: KeptFace | undefined): Edit =>
  produce((p) => {
    const own = (p.parts[part] ??= {})
    own.clean = face ? [...(own.clean ?? []), face] : undefined
  })
