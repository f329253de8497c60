'use client'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useCallback, useEffect, useRef, useState } from 'react'
import { MoreHorizontal } from 'lucide-react'
import { fail, type Result } from '@/core/result'
import { leaveFiles } from '../actions/pending-files'
import { call, callJson, downloadFrom } from '../api'
import { ChooseFile } from '../primitives/choose-file'
import { Menu } from '../primitives/menu'
import { NameInput } from '../primitives/name-input'
import { refocus } from '../primitives/refocus'

interface Card {
  id: string
  name: string
  updatedAt: number
  hasPicture: boolean
}

/** Takes in a document that was saved by itself. */
async function takeDocument(file: File): Promise<Result<{ id: string }>> {
  try {
    return await callJson<{ id: string }>('/api/projects', 'POST', {
      document: JSON.parse(await file.text()) as unknown,
    })
  } catch {
    return fail('damaged', `${file.name} is no project: it cannot be read as JSON.`)
  }
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
  const create = async (name = 'New project') => {
    const made = await callJson<{ id: string }>('/api/projects', 'POST', { name })
    if (made.ok) router.push(`/project/${made.value.id}`)
    else setMessage({ text: made.problem.message, bad: true })
  }
  const setDeleted = async (card: Card, deleted: boolean) => {
    await callJson(`/api/projects/${card.id}`, 'PATCH', { deleted })
    setMessage(deleted ? { text: `${card.name} is deleted.`, undo: () => void setDeleted(card, false) } : undefined)
    await load()
  }
  const take = async (file: File) => {
    const made = /\.json$/i.test(file.name) ? await takeDocument(file) : await call<{ id: string }>('/api/bundles', { method: 'POST', body: file }) // prettier-ignore
    setMessage(made.ok ? undefined : { text: made.problem.message, bad: true })
    await load()
  }
  const drop = async (files: readonly File[]) => {
    const projects = files.filter((f) => /\.(zip|json)$/i.test(f.name))
    const toFit = files.filter((f) => !projects.includes(f))
    for (const file of projects) await take(file)
    if (toFit.length === 0) return
    leaveFiles(toFit)
    await create(toFit[0]!.name.replace(/\.[^.]+$/, '').slice(0, 120) || 'New project')
  }
  return (
    <main
      className="mx-auto min-h-screen max-w-[1080px] px-8 py-10"
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault()
        void drop([...e.dataTransfer.files])
      }}
    >
      <div className="flex items-baseline gap-6 border-b border-rule pb-3">
        <h1 className="text-[26px] leading-none font-[650]">Anorak</h1>
        <p className="text-soft">Printed parts that fit something real.</p>
        <span className="ml-auto flex gap-5">
          <button type="button" className="figure" onClick={() => void create()}>
            New project
          </button>
          <ChooseFile label="Project file" accept=".zip,.json" onFiles={(files) => void take(files[0]!)}>
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
        <p className="py-10 text-soft">No project yet. Drop your board’s STEP file here to begin one.</p>
      )}
      <ul className="mt-6 grid grid-cols-[repeat(auto-fill,minmax(280px,1fr))] gap-x-8 gap-y-9">
        {cards?.map((card) => (
          <ProjectCard key={card.id} card={card} reload={load} onDelete={() => void setDeleted(card, true)} />
        ))}
      </ul>
      <DeletedProjects changes={cards} onBack={(card) => void setDeleted(card, false)} />
    </main>
  )
}

/** What was deleted and can be brought back; looked up when asked for. */
function DeletedProjects({ changes, onBack }: { changes: unknown; onBack: (card: Card) => void }) {
  const [open, setOpen] = useState(false)
  const [deleted, setDeleted] = useState<Card[]>()
  useEffect(() => {
    let gone = false
    if (open)
      void call<{ projects: Card[] }>('/api/projects?deleted').then(
        (result) => !gone && result.ok && setDeleted(result.value.projects),
      )
    return () => {
      gone = true
    }
  }, [open, changes])
  return (
    <section aria-label="Deleted projects" className="mt-12 border-t border-hair pt-3">
      <button type="button" className="text-soft hover:text-ink" aria-expanded={open} onClick={() => setOpen(!open)}>
        Deleted projects
      </button>
      {open && deleted?.length === 0 && <p className="pt-1 text-soft">None.</p>}
      {open &&
        deleted?.map((card) => (
          <p key={card.id} className="pt-1">
            {card.name}{' '}
            <button
              type="button"
              className="figure"
              aria-label={`Bring ${card.name} back`}
              onClick={() => onBack(card)}
            >
              bring it back
            </button>
          </p>
        ))}
    </section>
  )
}

function ProjectCard({ card, reload, onDelete }: { card: Card; reload: () => Promise<void>; onDelete: () => void }) {
  const [naming, setNaming] = useState(false)
  const menu = useRef<HTMLSpanElement>(null)
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
            onLeave={(byKey) => {
              setNaming(false)
              if (byKey) refocus(() => menu.current?.querySelector('button'))
            }}
          />
        ) : (
          <Link href={`/project/${card.id}`} className="flex-1 truncate font-semibold">
            {card.name}
          </Link>
        )}
        <span ref={menu}>
          <Menu label={`What to do with ${card.name}`} className="text-soft hover:text-ink" acts={acts}>
            <MoreHorizontal size={17} aria-hidden />
          </Menu>
        </span>
      </div>
      <p className="text-[14px] text-soft">{changed}</p>
    </li>
  )
}
