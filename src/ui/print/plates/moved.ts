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
/** Between -180 and 180 degrees. */
export const within = (degrees: number): number => ((((degrees + 180) % 360) + 360) % 360) - 180
