import type { Project } from '@/core/document/schema'
import { callJson } from '../api'
import type { ProjectStore } from '../store/store'

/** After an edit, this long until it is sent, ms. */
const WAIT = 350
const RETRY = 2000

/**
 * Saves every edit without being asked. A revision another window has saved first is never
 * overwritten: the state becomes `clash` until the maker decides.
 */
export function startSaving(store: ProjectStore): () => void {
  let sent: Project = store.getState().history.present
  let timer: ReturnType<typeof setTimeout> | undefined
  let sending = false

  const send = async (keepalive = false): Promise<void> => {
    const { history, revision, id, saved, told } = store.getState()
    const document = history.present
    if (sending || document === sent || saved.state === 'clash') return
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
      if (store.getState().history.present !== sent) later(WAIT)
    } else if (result.problem.kind === 'clash') told({ state: 'clash' })
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
    if (state.history.present === before.history.present) return
    if (state.history.present !== sent && state.saved.state !== 'clash') {
      if (state.saved.state === 'saved') state.told({ state: 'waiting' })
      later(WAIT)
    }
  })
  const leaving = (event: BeforeUnloadEvent) => {
    if (store.getState().history.present === sent) return
    void send(true)
    if (store.getState().saved.state !== 'saving') event.preventDefault()
  }
  window.addEventListener('beforeunload', leaving)
  return () => {
    stop()
    clearTimeout(timer)
    window.removeEventListener('beforeunload', leaving)
    void send(true)
  }
}
