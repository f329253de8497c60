import type { Check } from '../checks/finding'
import type { Printer, Project } from '../document/schema'
import { token, type Token } from '../fields/field-kind'
import type { FieldSpecs, FieldValues } from '../fields/kinds'
import type { Pause, PlacesOn } from '../built/built'
import type { RowSpec } from '../built/rows'
import type { Lesson } from '../print/learnt'
import type { Placement } from '../geometry/placement'
import type { Vec3 } from '../geometry/vec'
import type { Kernel, Solid } from '../kernel/kernel'
import type { Offer, Situation } from './offer'

/**
 * A piece of a step's sentence: plain text, or the place of a field's value with what stands round it.
 * `when` shows it only while another field has one of certain values.
 */
export type Word =
  | string
  | {
      field: string
      before?: string
      after?: string
      when?: readonly [field: string, ...values: string[]]
      /** Only while it is set. */
      given?: true
      /** Left unsaid at its default until more is asked for. */
      rare?: true
    }

/** True of a word that is said while the fields are as they are. */
export const isMeant = (word: Word, saved: Readonly<Record<string, unknown>>): boolean =>
  typeof word === 'string' || !word.when || word.when.slice(1).includes(String(saved[word.when[0]]))

/** A part as a step leaves it, in the project's frame. */
export interface PartOutput {
  id: string
  solid: Solid
  /** What it is called, and how it looks, until the maker says otherwise: of new parts, and of those that become something else. */
  name?: string
  color?: string
  /** For new parts: takes the part to the way it is printed, underside down. */
  print?: Placement
  /** Where its print is halted; as before if absent. */
  pauses?: readonly Pause[]
  /** Of a piece of a part that is used up: it looks and prints like that one, in a shade of its own. */
  of?: PieceOf
}

/** A piece of a divided part. */
export interface PieceOf {
  part: string
  /** Which of its pieces, from 0 on. */
  nth: number
  /** Where it is drawn when the pieces are drawn apart, from where it belongs; in lengths of one such step. Project's frame. */
  away: Vec3
}

/** Something left for later steps, by a token that says of what type it is. */
export interface Leaving<T = unknown> {
  token: Token<T>
  data: T
  /** The reference it is about. */
  reference?: string
  /** Tells it apart where a step leaves several: `step.name` is what it is chosen by. */
  name?: string
}
export const leaving = <T>(what: Token<T>, data: T, reference?: string, name?: string): Leaving =>
  ({ token: what, data, ...(reference === undefined ? {} : { reference }), ...(name === undefined ? {} : { name }) }) as Leaving // prettier-ignore

/** Material that a step adds to parts, takes from them, or keeps in common with them. */
export interface Work {
  how: 'add' | 'take' | 'common'
  /** In the project's frame. */
  solid: Solid
}
export const WORK = token<Work>('work', 'step that adds to a part or takes from it')

/** What a step leaves behind. */
export interface StepOutput {
  /** Parts made, or changed: those that one of its fields lets it change. */
  parts: PartOutput[]
  /** Parts used up, by id. */
  gone?: readonly string[]
  /** The part that those became material of, or the pieces that they fell into, under the names that their surfaces had. */
  into?: string | readonly string[]
  /** All that the print of parts is halted for from now on. */
  halts?: readonly { part: string; pauses: readonly Pause[] }[]
  published?: readonly Leaving[]
  /** Parts that it puts where what was watched between them and others before is not meant any more, by id. */
  released?: readonly string[]
  /** Rows of earlier steps that are not meant any more, by id. */
  undone?: readonly string[]
  /** What it added to parts or took from them: a later step can do it once more somewhere else. */
  work?: Work
  /** Named lengths for formulas of later steps (`case.floor`), mm. */
  facts?: Readonly<Record<string, number>>
  /** Places on a plane that is none of its fields, which can be dragged. */
  places?: PlacesOn
  /** Where what the three figures that are dragged move was before, mm. */
  draggedFrom?: Vec3
  rows: RowSpec[]
  /** Things the maker should know that are no errors. */
  notes: string[]
}

/** Figures of the printer that a kind may ask for. */
export type PrinterFigure = 'line' | 'layer' | 'first' | 'filament' | 'holes'

/** What a step is built with; what it is built from are its fields. */
export interface StepContext {
  /** Of the step: its surfaces and new parts are named by it. */
  id: string
  kernel: Kernel
  /** Largest distance between a curve and its chords, mm. */
  tolerance: number
  /** Only what the kind asks for; lengths mm. */
  printer: Pick<Printer, PrinterFigure>
}

/** What a surface of a role is called, and the field that moves it. */
export interface SurfaceWords {
  called: string
  /** It stands out of a face, or is let in, by so little that what lies between two of them is neither a wall nor a slit. */
  shallow?: true
  /** The field, and its words as something to be changed: `the clearance`. */
  moved?: readonly [field: string, words: string]
  /** How much the field changes for each mm that the face moves along its normal; 0 where it cannot be moved by it. */
  along?: (fields: Readonly<Record<string, unknown>>) => number
}

/** A figure of a step that is dragged at picked faces. */
export interface Handle {
  /** The field that picks the faces. */
  at: string
  field: string
  called: string
  /** Only while a field is like this. */
  when?: readonly [field: string, ...values: string[]]
  /** How much the figure changes for each mm along the way out of the material. */
  along: number
}

/** Three figures of a step by which something is moved. */
export interface Drag {
  by: readonly [right: string, back: string, up: string]
  called: string
  /** Only while a field is like this. */
  when?: readonly [field: string, ...values: string[]]
}

/** One kind of step: everything about it is in its own folder. */
export interface StepKind<F extends FieldSpecs = FieldSpecs> {
  kind: string
  /** As an action, for adding it. */
  title: string
  /** Words a maker might search it by. */
  findBy: readonly string[]
  /** Where in the order of the work it belongs. */
  group: 'make' | 'hold' | 'open' | 'change' | 'alter' | 'divide'
  /** What it does, for the page on the project file. */
  about: string
  fields: F
  /** What a field means, for that page; the field's own label otherwise. */
  fieldNotes?: Partial<Record<keyof F, string>>
  sentence: readonly Word[]
  /** A figure that can be slid between two others, of a step with these fields: its field, and those of the ends. */
  slides?: (fields: Readonly<Record<string, unknown>>) => readonly [field: string, from: string, to: string] | undefined
  /**
   * Of a step that makes copies of its field `part`, as parts `ID.2`, `ID.3` …: the fields of one that puts the part
   * itself where its nth copy would be. Undefined where they are no parts of their own.
   */
  alone?: (fields: Readonly<Record<string, unknown>>, nth: number) => Record<string, unknown> | undefined
  /** What else of its fields goes along as a maker says one of them anew. @param fields as they were; @param said that field, and what it is now */
  follows?: (
    fields: Readonly<Record<string, unknown>>,
    said: readonly [field: string, value: unknown],
    document: Project,
  ) => Readonly<Record<string, unknown>> | undefined
  /** What of its fields would let what it makes print without supports, and how that is said; undefined where nothing would. */
  unsupported?: (
    fields: Readonly<Record<string, unknown>>,
  ) => { words: string; fields: Record<string, string> } | undefined
  /** A figure that stands at the faces which a field of it picks, and is dragged along the way they look. */
  handle?: Handle
  /** Three figures, to the right, to the back and up, that stand where what they move is, and are dragged there. */
  drag?: Drag
  /** What the printer is taught by what the maker says of it, printed: in which field first, and what values of its fields come to, lengths mm. */
  learns?: {
    said: string | ((fields: Readonly<Record<string, unknown>>) => string)
    from: (values: Readonly<Record<string, unknown>>) => Lesson | undefined
  }
  /** Its notes say what has to be bought or cut for it. */
  bought?: true
  /** What it makes lies inside of its `part`, which is shown cut open while the step is in hand. */
  inside?: true
  publishes?: readonly Token<unknown>[]
  /** What its facts mean, by name. */
  facts?: Readonly<Record<string, string>>
  printer?: readonly PrinterFigure[]
  /** By role. */
  surfaces?: Readonly<Record<string, SurfaceWords>>
  /** Fields for one that is added without a pick; undefined where it cannot be begun yet. */
  start?: (at: Situation) => Record<string, unknown> | undefined
  /** What it offers for what is there, or for what is picked. */
  offers?: (at: Situation) => Offer[]
  checks?: readonly Check[]
  /** By the format version that they take a step's saved fields from. */
  migrations?: Readonly<Record<number, (fields: Record<string, unknown>) => Record<string, unknown>>>
  /** Steps of a small project that uses it, the last of them of this kind; they work on the demo's board. */
  example: readonly { kind: string; fields: Record<string, unknown> }[]
  build: (values: FieldValues<F>, context: StepContext) => StepOutput
}

export const stepKind = <F extends FieldSpecs>(kind: StepKind<F>): StepKind => kind as unknown as StepKind
