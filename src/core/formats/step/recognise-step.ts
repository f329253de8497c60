import { fail, ok, type Result } from '../../result'
import { SIZE_LIMIT } from '../limits'

/** Tells a STEP file by its first bytes and its size, before anything is read. */
export function checkStepBytes(bytes: Uint8Array): Result<true> {
  if (bytes.length === 0) return fail('not-step', 'The file is empty.')
  if (bytes.length > SIZE_LIMIT)
    return fail(
      'too-large',
      `The file has ${Math.round(bytes.length / 1e6)} MB; up to ${Math.round(SIZE_LIMIT / 1e6)} MB can be read.`,
    )
  const head = new TextDecoder('latin1').decode(bytes.subarray(0, 1024))
  if (!/^(\uFEFF|ï»¿)?\s*(\/\*[\s\S]*?\*\/\s*)?ISO-10303-21\s*;/.test(head))
    return fail(
      'not-step',
      'This is not a STEP file: it does not begin with ISO-10303-21. A file ending in .step or .stp from the board’s designer would do.',
    )
  return ok(true)
}
