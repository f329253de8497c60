import { fail, ok, type Result } from '../../result'

/** The largest STEP file taken in, bytes. */
export const STEP_SIZE_LIMIT = 200 * 1024 * 1024

/** Tells a STEP file by its first bytes and its size, before anything is read. */
export function checkStepBytes(bytes: Uint8Array): Result<true> {
  if (bytes.length === 0) return fail('not-step', 'The file is empty.')
  if (bytes.length > STEP_SIZE_LIMIT)
    return fail(
      'too-large',
      `The file has ${Math.round(bytes.length / 1e6)} MB; up to ${Math.round(STEP_SIZE_LIMIT / 1e6)} MB can be read.`,
    )
  const head = new TextDecoder('latin1').decode(bytes.subarray(0, 1024))
  if (!/^(\uFEFF|ï»¿)?\s*(\/\*[\s\S]*?\*\/\s*)?ISO-10303-21\s*;/.test(head))
    return fail(
      'not-step',
      'This is not a STEP file: it does not begin with ISO-10303-21. A file ending in .step or .stp from the board’s designer would do.',
    )
  return ok(true)
}
