'use client'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useCallback, useEffect, useState } from 'react'
import { MoreHorizontal } from 'lucide-react'
import type { Result } from '@/core/result'
import { call, callJson, downloadFrom } from '../api'
import { ChooseFile } from '../primitives/choose-file'
import { Menu } from '../primitives/menu'
import { NameInput } from '../primitives/name-input'

interface Card {
  id: string
  name: string
  updatedAt: number
  hasPicture: boolean
}

const listProjects = () => call<{ projects: Card[] }>('/api/projects')

/** All projects, each with a picture. */
export function ProjectsPage() {
  const router = useRouter()
  const [cards, setCards] = useState<Card[]>()
  const [message, setMessage] = useState<{ text: string; undo?: () => void; bad?: boolean }>()
  const show = useCallback((result: Result<{ projects: Card[] }>) => {
    if (result.ok) setCards(result.value.projects)
    else setMessage({ text: result.problem.message, bad: true })
  }, [])
  const load = useCallback(() => listProjects().then(show), [show])
  useEffect(() => {
    let gone = false
    void listProjects().then((result) => !gone && show(result))
    return () => {
      gone = true
    }
  }, [show])
  const create = async () => {
    const made = await callJson<{ id: string }>('/api/projects', 'POST', { name: 'New project' })
    if (made.ok) router.push(`/project/${made.value.id}`)
    else setMessage({ text: made.problem.message, bad: true })
  }
  const setDeleted = async (card: Card, deleted: boolean) => {
    await callJson(`/api/projects/${card.id}`, 'PATCH', { deleted })
    setMessage(deleted ? { text: `${card.name} is deleted.`, undo: () => void setDeleted(card, false) } : undefined)
    await load()
  }
  const take = async (file: File) => {
    const made = await call<{ id: string }>('/api/bundles', { method: 'POST', body: file })
    setMessage(made.ok ? undefined : { text: made.problem.message, bad: true })
    await load()
  }
  return (
    <main className="mx-auto max-w-[1080px] px-8 py-10">
      <div className="flex items-baseline gap-6 border-b border-rule pb-3">
        <h1 className="text-[26px] leading-none font-[650]">Anorak</h1>
        <p className="text-soft">Printed parts that fit something real.</p>
        <span className="ml-auto flex gap-5">
          <button type="button" className="figure" onClick={() => void create()}>
            New project
          </button>
          <ChooseFile label="Project file" accept=".zip" onFiles={(files) => void take(files[0]!)}>
            Import a project file …
          </ChooseFile>
        </span>
      </div>
      {message && (
        <p
          role={message.bad ? 'alert' : 'status'}
          className={`mt-3 border-l-2 pl-3 ${message.bad ? 'border-rust text-rust' : 'border-ochre'}`}
        >
          {message.text}{' '}
          {message.undo && (
            <button type="button" className="figure" onClick={message.undo}>
              Bring it back
            </button>
          )}
        </p>
      )}
      {cards?.length === 0 && (
        <p className="py-10 text-soft">No project yet. Begin a new one, then drop your board’s STEP file on it.</p>
      )}
      <ul className="mt-6 grid grid-cols-[repeat(auto-fill,minmax(280px,1fr))] gap-x-8 gap-y-9">
        {cards?.map((card) => (
          <ProjectCard key={card.id} card={card} reload={load} onDelete={() => void setDeleted(card, true)} />
        ))}
      </ul>
    </main>
  )
}

function ProjectCard({ card, reload, onDelete }: { card: Card; reload: () => Promise<void>; onDelete: () => void }) {
  const [naming, setNaming] = useState(false)
  const acts: [string, () => void][] = [
    ['Rename', () => setNaming(true)],
    ['Duplicate', () => void callJson(`/api/projects/${card.id}/copy`, 'POST', {}).then(reload)],
    ['Save as one file', () => downloadFrom(`/api/projects/${card.id}/bundle`)],
    ['Delete', onDelete],
  ]
  const changed = new Date(card.updatedAt).toLocaleDateString('en-GB', {
    day: 'numeric',
    month: 'long',
    year: 'numeric',
  })
  return (
    <li>
      <Link
        href={`/project/${card.id}`}
        className="block aspect-[3/2] overflow-hidden border-b-2 border-ink bg-scene hover:opacity-90"
        aria-label={`Open ${card.name}`}
      >
        {card.hasPicture ? (
          // eslint-disable-next-line @next/next/no-img-element -- a picture of this server's own, already small
          <img src={`/api/projects/${card.id}/picture?${card.updatedAt}`} alt="" className="size-full object-cover" />
        ) : (
          <span className="grid size-full place-items-center text-soft">nothing drawn yet</span>
        )}
      </Link>
      <div className="flex items-baseline gap-2 pt-2">
        {naming ? (
          <NameInput
            autoFocus
            label="New name"
            name={card.name}
            className="flex-1 font-semibold"
            onName={(name) => void callJson(`/api/projects/${card.id}`, 'PATCH', { name }).then(reload)}
            onLeave={() => setNaming(false)}
          />
        ) : (
          <Link href={`/project/${card.id}`} className="flex-1 truncate font-semibold">
            {card.name}
          </Link>
        )}
        <Menu label={`What to do with ${card.name}`} className="text-soft hover:text-ink" acts={acts}>
          <MoreHorizontal size={17} aria-hidden />
        </Menu>
      </div>
      <p className="text-[14px] text-soft">{changed}</p>
    </li>
  )
}
