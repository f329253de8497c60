import { largest } from '../blend/largest'
import type { FaceValue } from '../fields/part'
import type { Pick } from '../fit/picks'
import { choiceField } from '../fields/choice'
import type { Kernel } from '../kernel/kernel'
import { formatLength } from '../units/length'
import { ProblemError, raise } from '../result'
import { newStep, type Offer, type Situation } from './offer'
import { pickedFaces } from './picked'

/** For faces of one part that are picked: a step that changes them. */
export function offerOnFaces(
  at: Situation,
  kind: string,
  words: (first: Pick, many: boolean) => string | undefined,
  fields: object = {},
  of: Offer['of'] = 'hand',
): Offer[] {
  const picked = pickedFaces(at)
  const said = picked && words(picked.first, picked.many)
  if (!picked || said === undefined) return []
  return [{ key: `${kind} ${said}`, words: said, picked: true, of, steps: [newStep(at, kind, { part: picked.part, faces: picked.faces, ...fields })] }] // prettier-ignore
}

/** Errors: no-face */
export const someFaces = (faces: readonly FaceValue[]): readonly FaceValue[] =>
  faces.length > 0 ? faces : raise('no-face', 'Pick the faces in the scene.', 'faces')

/** What is asked of a change: the field that says it, and how much, mm, degrees or a share of its way. */
interface Asked {
  field: string
  value: number
  /** How it is now. */
  from?: number
  unit: 'mm' | '°' | 'share'
}

/**
 * A change that is done as far as a figure says; where it cannot be, it is refused with how far it can.
 * @param attempt does a share of it
 */
export function asFar<T>(kernel: Kernel, attempt: (share: number) => T, { field, value, from = 0, unit }: Asked): T {
  try {
    return attempt(1)
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error
    const share = largest((s) => {
      kernel.goOn()
      kernel.scoped(() => void attempt(s), () => []) // prettier-ignore
    }, false)
    const { message } = error.problem
    if (share === undefined || share < 0.005) throw new ProblemError({ ...error.problem, field })
    const percent = `${Math.floor(100 * share)} % of the way`
    if (unit === 'share')
      throw new ProblemError({ ...error.problem, field, message: `${message} It can go ${percent}.` })
    const most = Math.trunc((from + (value - from) * share) * 100) / 100
    const words = unit === 'mm' ? `${formatLength(most)} mm` : `${most}°`
    throw new ProblemError({ ...error.problem, field, message: `${message} ${words} is as far as it can go, ${percent}.`, would: { value: String(most), words: `take ${words}` } }) // prettier-ignore
  }
}

/** Whether faces that a change leaves nothing of may go. */
export const goneField = () => choiceField('Faces that would vanish', 'stop', { stop: 'stop before a face vanishes', go: 'faces may vanish' }) // prettier-ignore
export const GONE_NOTE = '`stop` before a face would vanish, or let those `go` that nothing is left of'

/** What a step says of faces that pass something. */
export const passNotes = ({ passes }: { passes: boolean }): string[] =>
  passes ? ['On its way it passes something else of the part: that is joined with it, or cut.'] : []
