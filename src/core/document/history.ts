import type { Project } from './schema'

/** Documents gone through, so that any edit can be taken back. */
export interface History {
  past: readonly Project[]
  present: Project
  future: readonly Project[]
  /** The run of edits (a drag, a value being typed) the last edit belongs to. */
  group: string | undefined
}

/** Most steps that can be taken back. */
const DEPTH = 200

export const newHistory = (present: Project): History => ({ past: [], present, future: [], group: undefined })

/**
 * Adds a document. Edits of the same `group` in a row count as one; edits that change nothing are dropped.
 */
export function record(history: History, next: Project, group?: string): History {
  if (next === history.present) return history
  const grows = group !== undefined && group === history.group && history.past.length > 0
  const past = grows ? history.past : [...history.past, history.present].slice(-DEPTH)
  return { past, present: next, future: [], group }
}

/** Ends a run of edits, so that the next edit can be taken back by itself; one that came to nothing is forgotten. */
export function endGroup(history: History): History {
  const before = history.past.at(-1)
  const nothing = history.group !== undefined && before !== undefined && same(before, history.present)
  return nothing ? cancelGroup(history, history.group!) : { ...history, group: undefined }
}

/** Takes a run of edits back without a trace, if it is the last there was. */
export function cancelGroup(history: History, group: string): History {
  const before = history.past.at(-1)
  if (history.group !== group || !before) return history
  return { past: history.past.slice(0, -1), present: before, future: [], group: undefined }
}

const same = (a: Project, b: Project): boolean => JSON.stringify(a) === JSON.stringify(b)

export function undo(history: History): History {
  const before = history.past.at(-1)
  if (!before) return history
  return {
    past: history.past.slice(0, -1),
    present: before,
    future: [history.present, ...history.future],
    group: undefined,
  }
}

export function redo(history: History): History {
  const [after, ...future] = history.future
  if (!after) return history
  return { past: [...history.past, history.present], present: after, future, group: undefined }
}
