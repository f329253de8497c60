import { fail, ok, type Result } from '../result'

/** The largest file taken in, bytes. */
export const SIZE_LIMIT = 200 * 1024 * 1024
/** The most triangles taken in. */
export const TRIANGLE_LIMIT = 5_000_000

/** The most things a model puts in their places, each use of a thing counted. */
export const PLACED_LIMIT = 100_000

/** The most lines and arcs of a drawing. */
export const SEGMENT_LIMIT = 1_000_000

/** Checks a count of triangles before anything is made room for. */
export function checkTriangles(count: number): Result<true> {
  if (count > TRIANGLE_LIMIT)
    return fail(
      'too-large',
      `The file has ${count.toLocaleString('en')} triangles; up to ${TRIANGLE_LIMIT.toLocaleString('en')} can be read. Reduce the mesh in the program it comes from.`,
    )
  return count === 0 ? fail('empty', 'The file holds no triangles.') : ok(true)
}

/** What a reader throws where a file is damaged; the message is for the maker. */
export class DamagedFile extends Error {}

/** Runs a reader; what it finds damaged becomes a problem. */
export function reading<T>(read: () => Result<T>): Result<T> {
  try {
    return read()
  } catch (error) {
    if (error instanceof DamagedFile) return fail('damaged', error.message)
    throw error
  }
}

/** A number of a file that must be one. */
export function finite(value: number, where: string): number {
  if (!Number.isFinite(value) || Math.abs(value) > 1e9)
    throw new DamagedFile(`The file is damaged: ${where} is not a number that could be a length.`)
  return value
}
