'use client'
import { useState } from 'react'
import { setField, setPart, together } from '@/core/document/edits'
import type { ProofLine } from '@/core/prove/line'
import { stepKindNamed } from '@/core/steps/registry'
import { Heading } from '../primitives/heading'
import { useDocument, useProject } from '../store/store'
import { useProvedPart } from './proved-part'

/** What is said of the part in hand, one thing after the other. */
export function ProofLines() {
  const { part, proof } = useProvedPart()
  if (!part) return null
  return (
    <section aria-label={`What is said of ${part.name}`} className="pt-4">
      <Heading>{part.name}</Heading>
      {!proof && (
        <p role="status" className="py-1 text-soft">
          It is looked at …
        </p>
      )}
      {proof?.problem && <p className="py-1 text-rust">■ {proof.problem}</p>}
      <ul>
        {proof?.lines.map((line) => (
          <Said key={`${part.id} ${line.id}`} line={line} part={part.id} />
        ))}
      </ul>
    </section>
  )
}

/** Fields of steps that would let what they make print without supports. */
function Unsupported({ steps }: { steps: readonly string[] }) {
  const document = useDocument()
  const edit = useProject((s) => s.edit)
  const offers = steps.flatMap((id) => {
    const number = document.steps.findIndex((s) => s.id === id) + 1
    const step = document.steps[number - 1]
    const would = step && stepKindNamed(step.kind)?.unsupported?.(step.fields)
    return would ? [{ id, number, ...would }] : []
  })
  return offers.map(({ id, number, words, fields }) => (
    <p key={id} className="pl-5 text-[15px]">
      <button
        type="button"
        className="figure"
        onClick={() => edit(together(...Object.entries(fields).map(([field, value]) => setField(id, field, value))))}
      >
        step {number}: {words}
      </button>
    </p>
  ))
}

/** Says of a part that it is to print without supports, or may have some. */
function Without({ part, without }: { part: string; without: boolean }) {
  const { parts } = useDocument()
  const edit = useProject((s) => s.edit)
  return (
    <button
      type="button"
      className="figure"
      onClick={() => edit(setPart(part, { slicing: { ...parts[part]?.slicing, supports: without ? 'bed' : 'none' } }))}
    >
      {without ? 'let it have supports' : 'it is to print without supports'}
    </button>
  )
}

function Said({ line, part }: { line: ProofLine; part: string }) {
  const set = useProject((s) => s.set)
  const proving = useProject((s) => s.proving)
  const [open, setOpen] = useState(false)
  // What has no place has nothing to be seen.
  const shows = line.places.length > 0 ? line.shows : undefined
  const shown = shows !== undefined && proving.shows === shows
  return (
    <li className="border-t border-hair py-1.5 leading-snug first:border-t-0">
      <p>
        <span aria-hidden className={line.verdict === 'look' ? 'text-ochre' : 'text-moss'}>
          {line.verdict === 'look' ? '▲' : '✓'}
        </span>{' '}
        <b className="font-semibold">{line.about}</b>{' '}
        <span className="sr-only">{line.verdict === 'look' ? 'to look at:' : 'fine:'}</span>
        {line.says}
      </p>
      {line.mends && <p className="pl-5 text-[15px] text-soft">{line.mends}</p>}
      {line.of && <Unsupported steps={line.of} />}
      <p className="flex flex-wrap gap-x-4 pl-5 text-[15px]">
        {shows && (
          <button
            type="button"
            className="figure"
            aria-pressed={shown}
            aria-label={`${shown ? 'Do not show' : 'Show'} ${line.about.toLowerCase()} in the scene`}
            onClick={() => set({ proving: { ...proving, shows: shown ? undefined : shows } })}
          >
            {shown ? 'do not show it' : 'show it'}
          </button>
        )}
        {line.places.length > 0 && (
          <button type="button" className="figure" aria-expanded={open} onClick={() => setOpen(!open)}>
            {line.places.length === 1 ? 'where' : `${line.places.length} places`}
          </button>
        )}
        {line.without !== undefined && <Without part={part} without={line.without} />}
      </p>
      {open && (
        <ul className="pl-5 text-[15px]">
          {line.places.map((place) => (
            <li key={place.says + place.at.join()}>
              <button
                type="button"
                className="text-left text-soft hover:text-ink aria-pressed:text-ink"
                aria-pressed={proving.at?.join() === place.at.join()}
                onClick={() =>
                  set({
                    proving: {
                      ...proving,
                      at: place.at,
                      ...(place.layer ? { shows: 'layer', layer: place.layer } : {}),
                    },
                  })
                }
              >
                {place.says}
              </button>
            </li>
          ))}
        </ul>
      )}
    </li>
  )
}
