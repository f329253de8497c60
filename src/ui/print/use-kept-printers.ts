'use client'
import { useCallback, useEffect, useState } from 'react'
import { takePrinter } from '@/core/document/print-edits'
import { followed, type KeptPrinter, printerCalled, type Profile } from '@/core/print/kept-printers'
import type { Result } from '@/core/result'
import { call, callJson } from '../api'
import type { ProjectStore } from '../store/store'

type Kept = { id: string; revision: number }

const fetchPrinters = () => call<{ printers: KeptPrinter[] }>('/api/printers')

/** The printers that are kept apart from projects, and what can be done with them. */
export function useKeptPrinters() {
  const [all, setAll] = useState<KeptPrinter[]>([])
  const [refused, setRefused] = useState('')
  const load = useCallback(() => fetchPrinters().then((answer) => answer.ok && setAll(answer.value.printers)), [])
  useEffect(() => void load(), [load])
  const done = async <T>(answer: Result<T>): Promise<T | undefined> => {
    await load()
    setRefused(answer.ok ? '' : answer.problem.message)
    return answer.ok ? answer.value : undefined
  }
  return {
    all,
    refused,
    keep: async (profile: Profile) => done(await callJson<Kept>('/api/printers', 'POST', profile)),
    change: async ({ id, revision }: Kept, profile: Profile) =>
      done(await callJson<Kept>(`/api/printers/${id}`, 'PUT', { base: revision, profile })),
    forget: async (id: string) => done(await call<{ id: string }>(`/api/printers/${id}`, { method: 'DELETE' })),
  }
}

/** A project that is opened follows its printer, if that has changed since, and says so. */
export async function followPrinter(store: ProjectStore): Promise<void> {
  const answer = await fetchPrinters()
  if (!answer.ok) return
  const { history, edit, receive, importReports } = store.getState()
  const next = followed(history.present.printer, answer.value.printers)
  if (!next) return
  edit(takePrinter(next.printer))
  if (next.changes.length === 0) return
  const title = `${printerCalled(next.printer)} has changed since, and this project follows`
  receive({ importReports: [...importReports, { title, lines: [`${next.changes.join(', ')}.`], failed: false }] })
}
