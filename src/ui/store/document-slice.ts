import type { Project } from '@/core/document/schema'
import type { Edit } from '@/core/document/edits'
import { cancelGroup, endGroup, type History, newHistory, record, redo, undo } from '@/core/document/history'
import type { OpenProject } from '../api'
import type { Slice } from './slice'

export type Saved =
  | { state: 'saved'; at: number }
  | { state: 'saving' }
  | { state: 'waiting' }
  | { state: 'offline'; why: string }
  | { state: 'clash' }
  /** Deleted elsewhere. */
  | { state: 'gone' }

/** The document with its past and future, and how far it is saved. Nothing but edits changes it. */
export interface DocumentSlice {
  id: string
  history: History
  /** The revision the server has, on which the next save builds. */
  revision: number
  saved: Saved
  /** Edits of this browser that were made on an older revision and never saved. */
  unsaved: Project | undefined
  /** Takes them up as an edit, or lets them go. */
  takeUnsaved: (take: boolean) => void
  /** True while the last edit was part of a drag. */
  dragging: boolean
  edit: (change: Edit, options?: { group?: string; dragging?: boolean }) => void
  endEdit: () => void
  /** Takes back the run of edits that is under way, if it is this one. */
  cancelEdit: (group: string) => void
  undo: () => void
  redo: () => void
  /** How saving goes; for the one who saves. */
  told: (saved: Saved, revision?: number) => void
}

export const documentSlice =
  (open: OpenProject): Slice<DocumentSlice> =>
  (set, get) => ({
    id: open.id,
    history: { ...newHistory(open.document), past: open.past },
    revision: open.revision,
    saved: { state: 'saved', at: Date.now() },
    dragging: false,
    unsaved: undefined,
    takeUnsaved: (take) => {
      const { unsaved, history } = get()
      set({ unsaved: undefined, ...(take && unsaved ? { history: record(history, unsaved) } : {}) })
    },
    edit: (change, { group, dragging = false } = {}) =>
      set({ history: record(get().history, change(get().history.present), group), dragging }),
    endEdit: () => set({ history: endGroup(get().history), dragging: false }),
    cancelEdit: (group) => set({ history: cancelGroup(get().history, group), dragging: false }),
    undo: () => set({ history: undo(get().history), dragging: false }),
    redo: () => set({ history: redo(get().history), dragging: false }),
    told: (saved, revision = get().revision) => set({ saved, revision }),
  })
