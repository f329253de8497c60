import type { KeptFace } from './document/pick-schema'

/**
 * Errors as values: what was tried, where, and what would work. Exceptions are left for bugs.
 */
export interface Problem {
  /** A short machine-readable kind, for tests and for choosing a remedy. */
  kind: string
  /** One or two plain sentences for the maker. */
  message: string
  /** The field of a step the problem belongs to, when there is one. */
  field?: string
  /** What would do, for that field, and how that is said. */
  would?: { value: string; words: string }
  /** What else would do, at another field, and the faces of parts that go with it. */
  or?: { field: string; value: string; words: string; faces?: readonly { part: string; face: KeptFace }[] }
}

export type Result<T> = { ok: true; value: T } | { ok: false; problem: Problem }

export const ok = <T>(value: T): Result<T> => ({ ok: true, value })

export const fail = (kind: string, message: string, field?: string): { ok: false; problem: Problem } => ({
  ok: false,
  problem: field === undefined ? { kind, message } : { kind, message, field },
})

/** Carries a {@link Problem} through code that builds geometry, to be caught where a step is run. */
export class ProblemError extends Error {
  constructor(readonly problem: Problem) {
    super(problem.message)
  }
}

export const raise = (kind: string, message: string, field?: string): never => {
  throw new ProblemError(fail(kind, message, field).problem)
}

/** Unwraps a result inside a step's build; the problem ends that step only. */
export function expectOk<T>(result: Result<T>): T {
  if (!result.ok) throw new ProblemError(result.problem)
  return result.value
}
