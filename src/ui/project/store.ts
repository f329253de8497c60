import { createContext, useContext } from 'react'
import { createStore, useStore } from 'zustand'
import type { Finding } from '@/core/checks/finding'
import type { Edit } from '@/core/document/edits'
import { endGroup, type History, newHistory, record, redo, undo } from '@/core/document/history'
import type { Project, ProjectReference } from '@/core/document/schema'
import type { Material } from '@/core/references/materials'
import type { LedgerRow } from '@/core/fit/ledger'
import type { EarlyMesh } from '@/core/formats/early-mesh'
import type { ImportProgress } from '@/core/formats/step/read-step'
import type { Pick } from '@/core/fit/picks'
import type { BuildView, ChangeView } from '@/worker/build.worker'
import type { Progress } from '../engine/engine'
import type { OpenProject } from '../api'
import type { PhotoState } from '../photo/photo-state'

/** The places of the work. */
export const PLACES = { gather: 'Gather', shape: 'Shape', print: 'Print' } as const
export type Place = keyof typeof PLACES

export type Saved =
  | { state: 'saved'; at: number }
  | { state: 'saving' }
  | { state: 'waiting' }
  | { state: 'offline'; why: string }
  | { state: 'clash' }

export interface Section {
  axis: 'x' | 'y' | 'z'
  /** mm along the axis */
  at: number
  /** Looks at the other half. */
  flipped: boolean
}

/** How a part or a reference is shown. */
export type Showing = 'solid' | 'ghost' | 'hidden'

export interface Swap {
  reference: string
  kind: ProjectReference['kind']
  sha: string
  fileName: string
  bytes: ArrayBuffer
  changes: ChangeView[]
}

export interface ProjectState {
  id: string
  history: History
  /** The revision the server has, on which the next save builds. */
  revision: number
  saved: Saved
  place: Place
  build: BuildView | undefined
  ledger: LedgerRow[]
  findings: Finding[] | undefined
  /** How far a build is that takes longer than a moment. */
  building: Progress | undefined
  failure: string | undefined
  importing: { name: string; progress: ImportProgress; stop: () => void } | undefined
  /** A mesh whose faces are still being found. */
  early: EarlyMesh | undefined
  importReport: { title: string; lines: string[]; failed: boolean } | undefined
  /** A next revision that is looked at but not taken yet. */
  swap: Swap | undefined
  hover: Pick | undefined
  picks: Pick[]
  measuring: boolean
  section: Section | undefined
  showing: Record<string, Showing>
  pointedRow: string | undefined
  perspective: boolean
  /** The photo that is worked on, in place of the scene. */
  photo: PhotoState | undefined
  /** What picked items are taken to be made of. */
  material: Material
  /** The simulated calipers are at hand. */
  calipers: boolean
  /** The field being edited, as `step.field`. */
  editing: string | undefined

  edit: (change: Edit, options?: { group?: string; dragging?: boolean }) => void
  endEdit: () => void
  undo: () => void
  redo: () => void
  set: (change: Partial<ProjectState>) => void
  /** True while the last edit was part of a drag. */
  dragging: boolean
}

export type ProjectStore = ReturnType<typeof createProjectStore>

export function createProjectStore(open: OpenProject) {
  return createStore<ProjectState>()((set, get) => ({
    id: open.id,
    history: { ...newHistory(open.document), past: open.past },
    revision: open.revision,
    saved: { state: 'saved', at: Date.now() },
    place: open.document.references.length === 0 ? 'gather' : 'shape',
    build: undefined,
    ledger: [],
    findings: undefined,
    building: undefined,
    failure: undefined,
    importing: undefined,
    early: undefined,
    importReport: undefined,
    swap: undefined,
    hover: undefined,
    picks: [],
    measuring: false,
    section: undefined,
    showing: {},
    pointedRow: undefined,
    perspective: false,
    photo: undefined,
    material: 'PLA',
    calipers: false,
    editing: undefined,
    dragging: false,
    edit: (change, { group, dragging = false } = {}) =>
      set({ history: record(get().history, change(get().history.present), group), dragging }),
    endEdit: () => set({ history: endGroup(get().history), dragging: false }),
    undo: () => set({ history: undo(get().history), dragging: false }),
    redo: () => set({ history: redo(get().history), dragging: false }),
    set: (change) => set(change),
  }))
}

export const StoreContext = createContext<ProjectStore | undefined>(undefined)

export function useProject<T>(select: (state: ProjectState) => T): T {
  const store = useContext(StoreContext)
  if (!store) throw new Error('useProject outside a project')
  return useStore(store, select)
}

export function useProjectStore(): ProjectStore {
  const store = useContext(StoreContext)
  if (!store) throw new Error('useProjectStore outside a project')
  return store
}

export const useUnit = () => useProject((s) => s.history.present.unit)

export const useDocument = (): Project => useProject((s) => s.history.present)
