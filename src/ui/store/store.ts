import { createContext, useContext, useMemo } from 'react'
import { createStore, useStore } from 'zustand'
import type { Project } from '@/core/document/schema'
import { inVariant } from '@/core/document/variants'
import type { OpenProject } from '../api'
import { type DocumentSlice, documentSlice } from './document-slice'
import { type ResultsSlice, resultsSlice } from './results-slice'
import { type Place, type ViewSlice, viewSlice } from './view-slice'

/** An open project: the document, what the workers made of it, and what is looked at. Each slice is changed by its own means. */
export type ProjectState = DocumentSlice & ResultsSlice & ViewSlice
export type ProjectStore = ReturnType<typeof createProjectStore>

/** @param kept edits of this browser that were never saved, made on an older revision */
export function createProjectStore(open: OpenProject, kept?: Project) {
  return createStore<ProjectState>()((set, get) => ({
    ...documentSlice(open)(set, get),
    unsaved: kept,
    ...resultsSlice(set, get),
    ...viewSlice(firstPlace(open.document))(set, get),
  }))
}

/** Where there is something to do: in Shape once there is a sheet. */
export const firstPlace = ({ steps }: Project): Place => (steps.length === 0 ? 'gather' : 'shape')

export const StoreContext = createContext<ProjectStore | undefined>(undefined)

export function useProject<T>(select: (state: ProjectState) => T): T {
  return useStore(useProjectStore(), select)
}

export function useProjectStore(): ProjectStore {
  const store = useContext(StoreContext)
  if (!store) throw new Error('useProjectStore outside a project')
  return store
}

export const useUnit = () => useProject((s) => s.history.present.unit)

export const useDocument = (): Project => useProject((s) => s.history.present)

/** The document with what is different in the variant in hand. */
export function useShownDocument(): Project {
  const document = useDocument()
  return useMemo(() => inVariant(document), [document])
}
