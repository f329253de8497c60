import type { Build } from '../built/built'
import type { LedgerRow } from '../fit/ledger'
import type { Kernel } from '../kernel/kernel'
import type { Vec3 } from '../geometry/vec'
import type { Project } from '../document/schema'
import type { Body } from './bodies'

/** What a check has to say, with its place. `stop` findings block an export's blessing; `look` ones are for the maker to judge. */
export interface Finding {
  check: string
  weight: 'stop' | 'look'
  /** A few words. */
  title: string
  /** A sentence with a figure and a remedy. */
  text: string
  /** Parts it is about, by id. */
  parts: string[]
  place?: Vec3
  /** The item that it is about; what mends it is offered for that. */
  item?: { reference: string; item: string }
  /** The step that it is about; what mends it is offered for that. */
  about?: string
  /** What would mend it: a field of a step, or of a shape of a drawing, with its words. */
  mend?: { of: string; field: string; value: string; words: string }
}

export interface CheckInput {
  project: Project
  build: Build
  ledger: readonly LedgerRow[]
  kernel: Kernel
  /** All parts and fitted items, for checks that hold them against each other. */
  bodies: readonly Body[]
}

export type Check = (input: CheckInput) => Finding[]
