import { z } from 'zod'
import { FORMULA_NAME } from '../units/formula-name'
import { photoSchema } from './photo-schema'
import { blockSchema, reachSchema, travelSchema } from './items-schema'
import { measureSchema, rowSchema } from './measure-schema'
import { noteSchema } from './notes-schema'
import { keptFaceSchema } from './pick-schema'
import { moveSchema } from './placing-schema'
import { MATERIALS, type Material } from '../units/materials'
import { variantSchema } from './variants-schema'

/** The version this program writes. Older files are brought up to it by `migrations.ts`. */
export const FORMAT_VERSION = 4

const id = z.string().min(1).max(200)
const name = z.string().trim().min(1).max(120)
const formula = z.string().min(1).max(400)
const color = z.string().regex(/^#[0-9a-fA-F]{6}$/, 'a colour such as #9db096')
const sizeMm = z.number().positive().max(10_000)

export const printerSchema = z.object({
  name: name.default('My printer'),
  /** The printer that is kept apart from projects whose figures these are, and how it was when they were taken over. */
  kept: z.object({ id, revision: z.number().int().min(1) }).optional(),
  /** Bed width, depth and height, mm. */
  bed: z.tuple([sizeMm, sizeMm, sizeMm]).default([220, 220, 250]),
  /** Line width, mm. */
  line: z.number().positive().max(5).default(0.42),
  /** Layer height, mm. */
  layer: z.number().positive().max(5).default(0.2),
  /** Height of the lowest layer, mm; as the others, if absent. */
  first: z.number().positive().max(5).optional(),
  filament: z.string().max(40).default('PLA'),
  /** What the printer melts at its ease, mm3 in a second, and what a kilogram of filament costs; for estimates. */
  flow: z.number().positive().max(200).optional(),
  price: z.number().min(0).max(100_000).optional(),
  /** What it prints clean without supports: leaning up to so many degrees from upright, bridges up to so long, mm; and the thinnest wall that comes out whole, mm. As is usual in the trade, if absent. */
  lean: z.number().min(1).max(89).optional(),
  bridge: z.number().positive().max(500).optional(),
  wall: z.number().positive().max(20).optional(),
  /** How much smaller than drawn its holes come out, and how much larger its outsides, mm across; so much is allowed for. */
  holes: z.number().min(-2).max(2).optional(),
  /** How far what is exported is drawn in at its foot, over the lowest layer, against what is pressed out of it, mm. */
  bevel: z.number().min(0).max(1).optional(),
  outsides: z.number().min(-2).max(2).optional(),
  /** Fit classes as gaps per side, mm. */
  gaps: z
    .object({
      press: z.number().min(-1).max(5).default(0.05),
      snug: z.number().min(-1).max(5).default(0.1),
      sliding: z.number().min(-1).max(5).default(0.2),
      loose: z.number().min(-1).max(5).default(0.35),
    })
    .prefault({}),
})

const file = {
  /** SHA-256 of the imported file, hexadecimal. */
  file: z.string().regex(/^[0-9a-f]{64}$/, 'the SHA-256 of a file'),
  fileName: z.string().min(1).max(255),
}

export const referenceSchema = z.object({
  id,
  name,
  kind: z.enum(['step', 'stl', 'obj', '3mf', 'idf']),
  ...file,
  /** The item taken as the board; the largest thin flat item if absent. */
  board: z.string().optional(),
  /** What the imported lengths are multiplied by: the maker's word on the file's unit and scale. */
  scale: z.number().positive().max(1e6).default(1),
  /** A length on it was held against the real thing, or the maker waved it through. */
  checked: z.boolean().default(false),
  placing: z.enum(['board', 'as-in-file']).default('board'),
  turns: z
    .array(z.object({ axis: z.enum(['x', 'y', 'z']), quarters: z.number().int().min(-3).max(3) }))
    .max(64)
    .default([]),
  /** What puts it elsewhere from there, in order. */
  moves: z.array(moveSchema).max(100).default([]),
  /** Items whose state is not `fitted`. */
  states: z.record(z.string(), z.enum(['fitted', 'left-out'])).default({}),
  /** Items whose coarsely drawn holes and pins are meant to touch their flats, not their corners. */
  flats: z.array(z.string()).max(10_000).default([]),
  /** How items move, by item id: the space they come through is kept free. */
  travels: z.record(z.string(), travelSchema).default({}),
  /** What items are reached through, by item id. */
  reaches: z.record(z.string(), reachSchema).default({}),
})

/** A flat outline to fit: a drawing, or traced from a photo. */
export const outlineSchema = z.discriminatedUnion('kind', [
  z.object({
    id,
    name,
    kind: z.literal('drawing'),
    ...file,
    /** What the imported lengths are multiplied by. */
    scale: z.number().positive().max(1e6).default(1),
    checked: z.boolean().default(false),
    /** Layers that are not taken. */
    without: z.array(z.string().max(255)).max(1000).default([]),
  }),
  z.object({ id, name, kind: z.literal('photo'), ...file, photo: photoSchema }),
])

export const numberSchema = z.object({
  id,
  name: z.string().regex(FORMULA_NAME, 'letters, digits and _, beginning with a letter'),
  formula,
  /** Between which it is tried. */
  range: z.object({ from: formula, to: formula }).optional(),
})

/** What the maker says of a part. */
const partSchema = z.object({
  name: name.optional(),
  color: color.optional(),
  /** What it is printed of; what the printer has in, if absent. */
  material: z.enum(Object.keys(MATERIALS) as [Material, ...Material[]]).optional(),
  /** How many of it are printed. */
  count: z.number().int().min(1).max(999).optional(),
  /** Which way of it looks at the bed when it is printed, as a unit vector; as its step has it lie, if absent. */
  lies: z
    .tuple([z.number().min(-1).max(1), z.number().min(-1).max(1), z.number().min(-1).max(1)])
    .refine((v) => Math.abs(Math.hypot(...v) - 1) < 1e-3, 'a direction of length 1')
    .optional(),
  /** Faces in colours of their own; the later one counts. */
  faces: z
    .array(z.object({ face: keptFaceSchema, color }))
    .max(200)
    .optional(),
  /** Faces that no supports should scar. */
  clean: z.array(keptFaceSchema).max(200).optional(),
  /** How it is sliced, where that is not as usual: lines of a wall, fill in percent, supports, and what else is to be minded. */
  slicing: z
    .object({
      walls: z.number().int().min(1).max(20).optional(),
      fill: z.number().min(0).max(100).optional(),
      supports: z.enum(['none', 'bed', 'everywhere']).optional(),
      /** Of the nozzle, °C; as usual for the filament, if 0. */
      temperature: z.number().min(0).max(500).optional(),
      note: z.string().max(200).optional(),
    })
    .optional(),
  /** Parts of the same word belong together. */
  group: z.string().trim().max(60).optional(),
})

export const readingSchema = z.object({
  id,
  /** Formulas use it by this name. */
  name: z.string().regex(FORMULA_NAME, 'letters, digits and _, beginning with a letter'),
  /** What was measured, in the maker's words. */
  what: z.string().max(200).default(''),
  /** Lengths as they were read; plain numbers are mm. */
  repeats: z.array(formula).max(100).default([]),
  /** The instrument's smallest step, mm. */
  resolution: z.number().positive().max(10).default(0.01),
})

/** Ten thousand holes named one by one are well under this. */
const MOST_IN_FIELDS = 300_000

export const stepSchema = z.object({
  id,
  kind: z.string().min(1).max(40),
  name: name.optional(),
  /** Under which name formulas find its facts; its kind, numbered, if absent. */
  as: z.string().regex(FORMULA_NAME, 'letters, digits and _, beginning with a letter').optional(),
  off: z.boolean().default(false),
  /** Values by field name; which fields there are depends on the kind. */
  fields: z
    .record(z.string().max(40), z.json())
    .refine((f) => JSON.stringify(f).length <= MOST_IN_FIELDS, `fields of up to ${MOST_IN_FIELDS} characters`)
    .default({}),
})

/** As many steps as a project may have. */
export const MOST_STEPS = 2000

/** One of a part that the maker laid on a plate himself. */
const laidSchema = z.object({
  part: id,
  /** Which of its copies, from 0. */
  copy: z.number().int().min(0).max(998).default(0),
  /** Which plate, from 1. */
  plate: z.number().int().min(1).max(99).default(1),
  /** The middle of the box round it, mm from the bed's front left corner. */
  at: z.tuple([z.number().min(-10_000).max(10_000), z.number().min(-10_000).max(10_000)]),
  /** Degrees about the upright, anticlockwise from above. */
  turned: z.number().min(-360).max(360).default(0),
})

const platesSchema = z.object({
  /** Room between parts that are laid by themselves, mm. */
  apart: z.number().min(0).max(200).default(5),
  laid: z.array(laidSchema).max(1000).default([]),
})

export const projectSchema = z.object({
  format: z.literal('anorak-project'),
  version: z.literal(FORMAT_VERSION),
  name,
  unit: z.enum(['mm', 'in']).default('mm'),
  printer: printerSchema.prefault({}),
  numbers: z.array(numberSchema).max(1000).default([]),
  readings: z.array(readingSchema).max(1000).default([]),
  references: z.array(referenceSchema).max(100).default([]),
  blocks: z.array(blockSchema).max(500).default([]),
  outlines: z.array(outlineSchema).max(100).default([]),
  steps: z.array(stepSchema).max(MOST_STEPS).default([]),
  /** Lengths that stay on show. */
  measures: z.array(measureSchema).max(200).default([]),
  /** Gaps that the maker wants watched, besides those that steps have watched. */
  rows: z.array(rowSchema).max(200).default([]),
  /** What the maker says of parts, by part id. */
  parts: z.record(z.string(), partSchema).default({}),
  /** How parts are laid on plates. */
  plates: platesSchema.prefault({}),
  /** Gaps as they were read on a print, by rows of the ledger: a length by formula, what was built then, mm, and the fit class it was drawn with. */
  printed: z
    .array(
      z.object({
        row: z.string().min(1).max(1200),
        read: formula,
        built: z.number(),
        fit: z.enum(['press', 'snug', 'sliding', 'loose']).optional(),
      }),
    ) // prettier-ignore
    .max(2000)
    .default([]),
  /** What was held against an export and the maker lets pass: which, as it was said, and why. */
  waved: z
    .array(z.object({ what: z.string().min(1).max(800), why: z.string().trim().min(1).max(400) }))
    .max(500)
    .default([]),
  /** What the maker wants to remember. */
  notes: z.array(noteSchema).max(500).default([]),
  /** Versions of the project that lie beside it. */
  variants: z.array(variantSchema).max(50).default([]),
  /** The variant in hand; the project as it is drawn, if absent. */
  variant: id.optional(),
})

export type Project = z.infer<typeof projectSchema>
export type Printer = z.infer<typeof printerSchema>
export type ProjectReference = z.infer<typeof referenceSchema>
export type ProjectOutline = z.infer<typeof outlineSchema>
export type PartSettings = z.infer<typeof partSchema>
export type LaidByHand = z.infer<typeof laidSchema>
export type ProjectNumber = z.infer<typeof numberSchema>
export type ProjectReading = z.infer<typeof readingSchema>
export type ProjectStep = z.infer<typeof stepSchema>

/** A reference as it is taken in, with all that is not said left as usual. */
export const makeReference = (fields: z.input<typeof referenceSchema>): ProjectReference =>
  referenceSchema.parse(fields)

export const emptyProject = (projectName: string): Project =>
  projectSchema.parse({ format: 'anorak-project', version: FORMAT_VERSION, name: projectName })
