/** A place on a thing that can be measured, with its true size, mm. */
export interface Measurable {
  id: string
  thing: string
  place: string
  size: number
}

/** The things of the allotment that the simulated calipers can be put to. All of them are made up. */
export const MEASURABLES: readonly Measurable[] = [
  { id: 'board-width', thing: 'RL-2 board', place: 'width', size: 62.0 },
  { id: 'board-depth', thing: 'RL-2 board', place: 'depth', size: 44.0 },
  { id: 'board-thickness', thing: 'RL-2 board', place: 'thickness', size: 1.57 },
  { id: 'usb-height', thing: 'RL-2 board', place: 'height of the USB socket', size: 3.22 },
  { id: 'bracket-length', thing: 'Vent bracket', place: 'length', size: 84.3 },
  { id: 'bracket-thickness', thing: 'Vent bracket', place: 'thickness', size: 3.15 },
  { id: 'bracket-hole', thing: 'Vent bracket', place: 'pivot hole', size: 6.52 },
  { id: 'hinge-length', thing: 'Frame hinge', place: 'length', size: 63.5 },
  { id: 'hinge-pin', thing: 'Frame hinge', place: 'pin', size: 4.04 },
]

export interface CaliperState {
  /** Where the jaws are, mm; 0 is closed. */
  jaws: number
  /** What the display takes off, mm. */
  zero: number
  unit: 'mm' | 'in'
  /** The display's figure while it is held, mm. */
  held: number | undefined
  /** How many times the jaws were closed on something; makes each repeat its own. */
  times: number
}

export const closedCalipers: CaliperState = { jaws: 0, zero: 0, unit: 'mm', held: undefined, times: 0 }

/** Smallest step of the display in each unit, mm. */
export const RESOLUTION = { mm: 0.01, in: 0.0005 * 25.4 } as const
/** How far a hand is off at most, mm. */
const HAND = 0.02

/** A fraction between -1 and 1 that is the same for the same words and number. */
function chance(words: string, n: number): number {
  let h = 2166136261 ^ n
  for (const c of `${words} ${n}`) h = Math.imul(h ^ c.charCodeAt(0), 16777619)
  h = Math.imul(h ^ (h >>> 15), 2246822519)
  return ((h >>> 0) / 2 ** 32) * 2 - 1
}

/** Closes the jaws on a thing; each time a little differently, the same again from the same beginning. */
export function closeOn(state: CaliperState, on: Measurable): CaliperState {
  const times = state.times + 1
  return { ...state, times, jaws: on.size + HAND * chance(on.id, times) }
}

/** From now on the display counts from where the jaws are. */
export const setZero = (state: CaliperState): CaliperState => ({ ...state, zero: state.jaws })
export const toggleUnit = (state: CaliperState): CaliperState => ({ ...state, unit: state.unit === 'mm' ? 'in' : 'mm' })
/** Keeps the figure on the display, or lets it follow the jaws again. */
export const toggleHold = (state: CaliperState): CaliperState => ({
  ...state,
  held: state.held === undefined ? state.jaws - state.zero : undefined,
})

/** What the display shows, and a wired instrument types. */
export function display({ jaws, zero, held, unit }: CaliperState): string {
  const mm = held ?? jaws - zero
  const step = RESOLUTION[unit]
  const steps = Math.round(mm / step)
  return unit === 'mm' ? (steps * 0.01).toFixed(2) : (steps * 0.0005).toFixed(4)
}
