import { useMemo } from 'react'
import type { BuildView } from '@/worker/views'
import { useProject } from './store'

type Figures = Record<string, Record<string, number>>

const place = (project: string) => `anorak.figures.${project}`

/** Keeps what the figures of the sheet came to in this browser, to be shown while the project is next opened. */
export function keepFigures(project: string, { steps }: BuildView): void {
  const figures: Figures = {}
  for (const { id, values } of steps) {
    const numbers = Object.entries(values).filter((e): e is [string, number] => typeof e[1] === 'number')
    if (numbers.length > 0) figures[id] = Object.fromEntries(numbers)
  }
  try {
    localStorage.setItem(place(project), JSON.stringify(figures))
  } catch {
    // Without room for them the formulas themselves are shown.
  }
}

function lastFigures(project: string): Figures {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(place(project)) ?? '{}')
    return typeof kept === 'object' && kept !== null ? (kept as Figures) : {}
  } catch {
    return {}
  }
}

/** What a figure last came to, as long as nothing is built yet. */
export function useLastFigure(step: string, field: string): number | undefined {
  const project = useProject((s) => s.id)
  const waiting = useProject((s) => s.build === undefined)
  const kept = useMemo(() => (waiting ? lastFigures(project) : {}), [project, waiting])
  const value = kept[step]?.[field]
  return typeof value === 'number' ? value : undefined
}
