import type { Finding } from '@/core/checks/finding'
import type { ProjectReference } from '@/core/document/schema'
import type { EarlyMesh } from '@/core/formats/early-mesh'
import type { FoundPair } from '@/core/fit/found-pairs'
import type { LedgerRow } from '@/core/fit/ledger'
import type { BuildView, Comparison, EffectView } from '@/worker/views'
import type { ProofView } from '@/worker/proofs'
import type { VariantView } from '@/worker/variant-views'
import type { Slice } from './slice'

/** How far a build is that takes longer than a moment. */
export interface Progress {
  done: number
  total: number
}

/** A file that is being read. */
export interface Importing {
  name: string
  progress: { stage: string; share: number }
  stop: () => void
}

export interface Swap extends Comparison {
  reference: string
  kind: ProjectReference['kind']
  sha: string
  fileName: string
  bytes: ArrayBuffer
}

/** What a file held, or what is wrong with it. */
export interface ImportReport {
  title: string
  lines: string[]
  failed: boolean
}

/** What the workers made of the document. */
export interface Results {
  /** None until the first one is through. */
  build: BuildView | undefined
  ledger: LedgerRow[]
  findings: Finding[] | undefined
  /** What lies beside each other without a row. */
  pairs: FoundPair[]
  /** What the printer will make of parts, by their ids; `of` is the shape and print that it was said of. */
  proofs: Readonly<Record<string, ProofView & { of: string; problem?: string }>>
  /** What the variants come to, while they are looked at. */
  variants: VariantView[] | undefined
  building: Progress | undefined
  /** Whether the newest document is still to come back built. */
  pending: boolean
  failure: string | undefined
  importing: Importing | undefined
  /** A mesh whose faces are still being found. */
  early: EarlyMesh | undefined
  importReports: ImportReport[]
  /** A next revision that is looked at but not taken yet. */
  swap: Swap | undefined
  /** What the step in hand adds and takes. */
  effect: EffectView | undefined
}

export interface ResultsSlice extends Results {
  /** For those who run the workers. */
  receive: (change: Partial<Results>) => void
}

export const resultsSlice: Slice<ResultsSlice> = (set) => ({
  build: undefined,
  ledger: [],
  findings: undefined,
  pairs: [],
  proofs: {},
  variants: undefined,
  building: undefined,
  pending: false,
  failure: undefined,
  importing: undefined,
  early: undefined,
  importReports: [],
  swap: undefined,
  effect: undefined,
  receive: set,
})
