import { choiceField } from '../fields/choice'
import { type Screw, SCREWS } from '../fit/screws'

const screws = Object.fromEntries(SCREWS.map((s) => [s, s])) as Record<Screw, string>

/** Which metric screw. */
export const screwField = (label: string) => choiceField<Screw>(label, 'M3', screws)
