'use client'
import { useRouter } from 'next/navigation'
import { useEffect, useState } from 'react'
import type { Project } from '@/core/document/schema'
import { call, callJson, download, type OpenProject } from '../api'
import { useProject, useProjectStore } from '../store/store'

/** Under the bar, where the server and this window do not have the same and the maker says what counts. */
export function Unsettled() {
  const saved = useProject((s) => s.saved)
  const unsaved = useProject((s) => s.unsaved !== undefined)
  if (saved.state === 'clash') return <Clash />
  if (saved.state === 'gone') return <Gone />
  if (saved.state === 'offline') return <Away why={saved.why} />
  if (unsaved) return <Unsaved />
  return null
}

function Strip({ text, acts }: { text: string; acts: (readonly [string, () => void] | undefined)[] }) {
  return (
    <p
      role="alert"
      className="flex flex-wrap items-center gap-x-5 border-b border-rule px-4 py-1 text-[14px] text-rust"
    >
      ■ {text}
      {acts.flatMap((act) =>
        act
          ? [
              <button key={act[0]} type="button" className="figure" onClick={act[1]}>
                {act[0]}
              </button>,
            ]
          : [],
      )}
    </p>
  )
}

/** Edits that never reached the server, and a newer revision there. */
function Unsaved() {
  const take = useProject((s) => s.takeUnsaved)
  return (
    <Strip
      text="Edits made here were never saved, and the project has changed since."
      acts={[
        ['put them in', () => take(true)],
        ['drop them', () => take(false)],
      ]}
    />
  )
}

function useKeepAsCopy() {
  const store = useProjectStore()
  const router = useRouter()
  return async (name: string, document: Project = store.getState().history.present) => {
    const copy = { ...document, name: `${document.name} (${name})`.slice(0, 120) }
    const made = await callJson<{ id: string }>('/api/projects', 'POST', { document: copy })
    if (made.ok) router.push(`/project/${made.value.id}`)
  }
}

/** Another window was first. Both can be looked at, either can be kept, and the other stays one Undo away. */
function Clash() {
  const store = useProjectStore()
  const keepAsCopy = useKeepAsCopy()
  const { id, edit, undo, told } = store.getState()
  const [theirs, setTheirs] = useState<{ document: Project; revision: number }>()
  const present = useProject((s) => s.history.present)
  useEffect(() => {
    void call<OpenProject>(`/api/projects/${id}`).then((open) => open.ok && setTheirs(open.value))
  }, [id])
  const looking = theirs !== undefined && present === theirs.document
  const keepMine = () => {
    if (looking) undo()
    if (theirs) told({ state: 'waiting' }, theirs.revision)
  }
  // Mine is saved first, so that it can be gone back to after theirs has been taken.
  const takeTheirs = () => {
    keepMine()
    const stop = store.subscribe((state) => {
      if (state.saved.state !== 'saved') return
      stop()
      if (theirs) edit(() => theirs.document)
    })
  }
  return (
    <Strip
      text={looking ? 'This is what the other window made.' : 'Changed in another window.'}
      acts={[
        theirs && !looking ? ['look at theirs', () => edit(() => theirs.document)] : undefined,
        looking ? ['look at mine', undo] : undefined,
        theirs ? ['keep mine', keepMine] : undefined,
        theirs ? ['take theirs', takeTheirs] : undefined,
        [
          'keep mine as a copy',
          () => {
            if (looking) undo()
            void keepAsCopy('other window')
          },
        ],
      ]}
    />
  )
}

/** The project was deleted elsewhere while it was open here. */
function Gone() {
  const store = useProjectStore()
  const keepAsCopy = useKeepAsCopy()
  const { id, revision, told } = store.getState()
  const bringBack = async () => {
    const back = await callJson(`/api/projects/${id}`, 'PATCH', { deleted: false })
    if (back.ok) told({ state: 'waiting' }, revision)
  }
  return (
    <Strip
      text="This project was deleted in another window."
      acts={[
        ['bring it back', () => void bringBack()],
        ['keep mine as a copy', () => void keepAsCopy('copy')],
      ]}
    />
  )
}

/** The server does not answer. What is edited is kept in this browser and sent when it does. */
function Away({ why }: { why: string }) {
  const store = useProjectStore()
  const save = () => {
    const { present } = store.getState().history
    download(`${present.name}.json`, JSON.stringify(present, null, 2), 'application/json')
  }
  return <Strip text={`Not saved. ${why} What you change is kept in this browser.`} acts={[['save a copy', save]]} />
}
