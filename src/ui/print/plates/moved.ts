import type { Vec2 } from '@/core/geometry/vec'
import type { OnPlateView } from '@/worker/plate-views'

/** Where one of a part is to lie. */
export interface Moved {
  lies: OnPlateView
  plate: number
  at: Vec2
  turned: number
}

/** Which of which part. */
export type Which = { part: string; copy: number } | undefined

export const isSame = (l: Pick<OnPlateView, 'id' | 'copy'>, which: Which): boolean =>
  which?.part === l.id && which.copy === l.copy

/** Places are kept to a tenth of a millimetre. */
export const tenth = (v: number): number => Math.round(10 * v) / 10
/** More than -180 and up to 180 degrees. */
export const within = (degrees: number): number => 180 - ((((180 - degrees) % 360) + 360) % 360)
