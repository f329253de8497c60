import type { Project } from '@/core/document/schema'
import { callJson } from '../api'
import type { Saved } from '../store/document-slice'
import type { ProjectStore } from '../store/store'
import { forgetUnsaved, keepUnsaved } from '../store/unsaved'

/** After an edit, this long until it is sent, ms. */
const WAIT = 350
const RETRY = 2000
/** Edits are kept in the browser at most this often, ms. */
const KEEP = 250
/** What browsers send after their page has gone, bytes. */
const SENT_ON_LEAVING = 60_000

const unsettled = ({ state }: Saved): boolean => state === 'clash' || state === 'gone'

/**
 * Saves every edit without being asked, and keeps it in the browser until the server has it. A revision that another
 * window has saved first is never overwritten, nor a project deleted elsewhere brought back: the maker decides.
 */
export function startSaving(store: ProjectStore): () => void {
  let sent: Project = store.getState().history.present
  let timer: ReturnType<typeof setTimeout> | undefined
  let keeping: ReturnType<typeof setTimeout> | undefined
  let sending = false

  const keep = () => {
    clearTimeout(keeping)
    keeping = undefined
    const { history, revision, id } = store.getState()
    if (history.present === sent) forgetUnsaved(id)
    else keepUnsaved(id, { base: revision, document: history.present })
  }

  const send = async (keepalive = false): Promise<void> => {
    const { history, revision, id, saved, told } = store.getState()
    const document = history.present
    if (sending || document === sent || unsettled(saved)) return
    sending = true
    told({ state: 'saving' })
    const result = await callJson<{ revision: number }>(
      `/api/projects/${id}`,
      'PUT',
      { base: revision, document },
      keepalive,
    )
    sending = false
    if (result.ok) {
      sent = document
      told({ state: 'saved', at: Date.now() }, result.value.revision)
      keep()
      if (store.getState().history.present !== sent) later(WAIT)
    } else if (result.problem.kind === 'clash') told({ state: 'clash' })
    else if (result.problem.kind === 'no-project') told({ state: 'gone' })
    else {
      told({ state: 'offline', why: result.problem.message })
      later(RETRY)
    }
  }
  const later = (ms: number) => {
    clearTimeout(timer)
    timer = setTimeout(() => void send(), ms)
  }
  const stop = store.subscribe((state, before) => {
    // The maker has settled it.
    if (unsettled(before.saved) && state.saved.state === 'waiting') later(0)
    if (state.history.present === before.history.present) return
    keeping ??= setTimeout(keep, KEEP)
    if (state.history.present !== sent && !unsettled(state.saved)) {
      if (state.saved.state === 'saved') state.told({ state: 'waiting' })
      later(WAIT)
    }
  })
  const leaving = (event: BeforeUnloadEvent) => {
    const { history } = store.getState()
    if (history.present === sent) return
    keep()
    const small = JSON.stringify(history.present).length < SENT_ON_LEAVING
    if (small) void send(true)
    event.preventDefault()
  }
  window.addEventListener('beforeunload', leaving)
  return () => {
    stop()
    clearTimeout(timer)
    keep()
    window.removeEventListener('beforeunload', leaving)
    void send(true)
  }
}
