'use client'
import Link from 'next/link'
import { useEffect } from 'react'
import { Redo2, Undo2 } from 'lucide-react'
import { rename, setUnit } from '@/core/document/edits'
import { Choose } from '../primitives/choose'
import { NameInput } from '../primitives/name-input'
import { Search } from './search'
import { type Place, PLACES } from '../store/view-slice'
import { useProject, useUnit } from '../store/store'

/** The project, the places of the work, undo and redo, whether it is saved, and the search. */
export function TopBar() {
  const name = useProject((s) => s.history.present.name)
  const unit = useUnit()
  const place = useProject((s) => s.place)
  const set = useProject((s) => s.set)
  const edit = useProject((s) => s.edit)
  return (
    <header className="flex h-[46px] items-center gap-5 whitespace-nowrap border-b border-rule px-4">
      <Link href="/" className="text-soft hover:text-ink" title="All projects">
        Projects
      </Link>
      <h1 className="sr-only">{name}</h1>
      <NameInput
        label="Name of the project"
        name={name}
        className="field-sizing-content max-w-56 font-[650]"
        onName={(next) => edit(rename(next))}
      />
      <nav aria-label="Places of the work" className="flex h-full gap-5">
        {(Object.keys(PLACES) as Place[]).map((key) => (
          <button
            key={key}
            type="button"
            aria-current={place === key ? 'page' : undefined}
            className={`h-full border-b-[3px] pt-[3px] ${place === key ? 'border-ink' : 'border-transparent text-soft hover:text-ink'}`}
            onClick={() => set({ place: key })}
          >
            {PLACES[key]}
          </button>
        ))}
      </nav>
      <UndoRedo />
      <Choose
        label="Unit of plain numbers"
        value={unit}
        options={{ mm: 'mm', in: 'in' }}
        onChange={(unit) => edit(setUnit(unit as 'mm'))}
      />
      <Search />
      <SavedState />
    </header>
  )
}

function UndoRedo() {
  const canUndo = useProject((s) => s.history.past.length > 0)
  const canRedo = useProject((s) => s.history.future.length > 0)
  const undo = useProject((s) => s.undo)
  const redo = useProject((s) => s.redo)
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing =
        event.target instanceof HTMLInputElement && event.target.type !== 'range' && event.target.type !== 'checkbox'
      if (typing || !(event.ctrlKey || event.metaKey)) return
      const key = event.key.toLowerCase()
      if (key === 'z' && !event.shiftKey) undo()
      else if (key === 'y' || (key === 'z' && event.shiftKey)) redo()
      else return
      event.preventDefault()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [undo, redo])
  const look = 'flex items-center gap-1 disabled:opacity-35'
  return (
    <span className="ml-auto flex gap-3 text-[14px]">
      <button type="button" disabled={!canUndo} onClick={undo} className={look} title="Undo (Ctrl Z)">
        <Undo2 size={15} aria-hidden /> Undo
      </button>
      <button type="button" disabled={!canRedo} onClick={redo} className={look} title="Redo (Ctrl Y)">
        <Redo2 size={15} aria-hidden /> Redo
      </button>
    </span>
  )
}

function SavedState() {
  const saved = useProject((s) => s.saved)
  const time = (at: number) => new Date(at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })
  const failed = saved.state === 'offline' || saved.state === 'clash' || saved.state === 'gone'
  const text = saved.state === 'saved' ? `Saved ${time(saved.at)}` : failed ? 'Not saved' : 'Saving …'
  return (
    <span
      role="status"
      className={`w-24 text-right text-[14px] whitespace-nowrap ${failed ? 'text-rust' : 'text-soft'}`}
      title={saved.state === 'offline' ? saved.why : undefined}
    >
      {text}
    </span>
  )
}
