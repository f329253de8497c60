import { choiceField } from '../fields/choice'
import { type Screw, SCREWS, sizeOf, sizesIn } from '../fit/screws'
import { raise } from '../result'

const screws = Object.fromEntries(SCREWS.map((s) => [s, s])) as Record<Screw, string>

/** Which metric screw. */
export const screwField = (label: string) => choiceField<Screw>(label, 'M3', screws)

/** How wide a nut is across flats and how high, mm. Errors: no-size */
export const nutFor = (screw: Screw): readonly [flats: number, high: number] =>
  sizeOf('nut', screw) ?? raise('no-size', `There are no nuts for ${screw} in the tables; there are for ${sizesIn('nut').join(', ')}.`, 'screw') // prettier-ignore
