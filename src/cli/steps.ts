import { existsSync, readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { emptyProject, makeReference, type Project } from '../core/document/schema'
import { describedSteps } from '../core/steps/describe'
import type { StepKind } from '../core/steps/step-kind'
import { sha256 } from './files'

/** The board that examples work on; it ships with the demo. */
const BOARD = join(dirname(fileURLToPath(import.meta.url)), '../../demo/boards/rl-2-rev-a.step')

/** What kinds of steps there are, each with an example that builds. */
export function runSteps() {
  const reference = existsSync(BOARD)
    ? makeReference({
        id: 'rl2',
        name: 'RL-2',
        kind: 'step',
        file: sha256(readFileSync(BOARD)),
        fileName: 'rl-2-rev-a.step',
        states: { 'Radio module': 'left-out' },
      })
    : undefined
  return describedSteps((kind) => exampleOf(kind, reference ? [reference] : []))
}

function exampleOf({ kind, example }: StepKind, references: Project['references']): Project {
  const steps = example.map((s, i) => ({
    id: i === example.length - 1 ? kind : `before${i + 1}`,
    kind: s.kind,
    off: false,
    fields: s.fields as Project['steps'][number]['fields'],
  }))
  return { ...emptyProject(`Example: ${kind}`), references, steps }
}
