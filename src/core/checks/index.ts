import { fitsBed } from './bed'
import { partsClosed } from './closed'
import { collisions } from './collisions'
import { doubledParts } from './doubled'
import type { Check, CheckInput, Finding } from './finding'
import { lidHeld } from './lid-held'
import { thinWalls } from './thin-walls'

/** Every check there is. A new one is one file and one line here. */
const CHECKS: readonly Check[] = [partsClosed, collisions, doubledParts, fitsBed, lidHeld, thinWalls]

/** Runs all checks, those that stop an export first. */
export const runChecks = (input: CheckInput): Finding[] =>
  CHECKS.flatMap((check) => check(input)).sort((a, b) => Number(b.weight === 'stop') - Number(a.weight === 'stop'))
