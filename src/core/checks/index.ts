import { bodiesOf } from './bodies'
import { fitsBed } from './bed'
import { partsClosed } from './closed'
import { collisions } from './collisions'
import { doubledParts } from './doubled'
import type { Check, CheckInput, Finding } from './finding'
import { stepKinds } from '../steps/registry'
import { edgeTouch } from './edge-touch'
import { idleSteps } from './idle-steps'
import { keptOn } from './kept-on'
import { noRoom } from './no-room'
import { runsInto } from './runs-into'
import { suction } from './suction'
import { thinWalls } from './thin-walls'

/** Every check of parts in general. A new one is one file and one line here; a kind of step has its own in its folder. */
const CHECKS: readonly Check[] = [
  partsClosed,
  collisions,
  runsInto,
  doubledParts,
  edgeTouch,
  noRoom,
  keptOn,
  fitsBed,
  thinWalls,
  suction,
  idleSteps,
]

/** Runs all checks, those that stop an export first. */
export function runChecks(input: Omit<CheckInput, 'bodies'>): Finding[] {
  const bodies = bodiesOf(input)
  try {
    return [...CHECKS, ...stepKinds().flatMap((k) => k.checks ?? [])]
      .flatMap((check) => check({ ...input, bodies }))
      .sort((a, b) => Number(b.weight === 'stop') - Number(a.weight === 'stop'))
  } finally {
    for (const body of bodies) body.giveBack()
  }
}
