import { fail, ok, type Problem, ProblemError, type Result } from '../core/result'
import { sqliteCode } from './sqlite-code'

const STATUS: Record<string, number> = {
  'no-project': 404,
  'no-printer': 404,
  'no-file': 404,
  'damaged-file': 410,
  clash: 409,
  'too-large': 413,
  busy: 503,
  'damaged-database': 503,
}

export const problemResponse = (problem: Problem): Response =>
  Response.json({ problem }, { status: STATUS[problem.kind] ?? 400 })

export const respond = <T>(result: Result<T>): Response =>
  result.ok ? Response.json(result.value) : problemResponse(result.problem)

/** Hosts that may be asked for: this machine, and what `ANORAK_HOST` adds for those who serve it on purpose. */
function isOwnHost(host: string | null): boolean {
  const name = (host ?? '').toLowerCase().replace(/:\d+$/, '').replace(/\.$/, '')
  const extra = (process.env.ANORAK_HOST ?? '').split(',').filter(Boolean)
  return ['127.0.0.1', 'localhost', '[::1]', ...extra].includes(name)
}

/** Refuses writes that another site's page sends, and requests for hosts this server is not. */
export function refuseForeign(request: Request): Response | undefined {
  const foreign = (why: string) => Response.json({ problem: { kind: 'foreign', message: why } }, { status: 403 })
  if (!isOwnHost(request.headers.get('host'))) return foreign('This server does not answer for that host.')
  if (request.method === 'GET' || request.method === 'HEAD') return undefined
  const site = request.headers.get('sec-fetch-site')
  if (site !== null && site !== 'same-origin' && site !== 'none') return foreign('Writes from other sites are refused.')
  const origin = request.headers.get('origin')
  if (origin !== null && !sameHost(origin, request.headers.get('host')))
    return foreign('Writes from other sites are refused.')
  return undefined
}

function sameHost(origin: string, host: string | null): boolean {
  try {
    return new URL(origin).host === host?.toLowerCase()
  } catch {
    return false
  }
}

/** Wraps a route handler: foreign requests are refused, bad JSON and bugs get a plain answer. */
export const route =
  <A extends unknown[]>(handler: (request: Request, ...rest: A) => Promise<Response> | Response) =>
  async (request: Request, ...rest: A): Promise<Response> => {
    const refused = refuseForeign(request)
    if (refused) return refused
    try {
      return await handler(request, ...rest)
    } catch (error) {
      if (error instanceof ProblemError) return problemResponse(error.problem)
      if (sqliteCode(error).startsWith('SQLITE_BUSY'))
        return problemResponse({
          kind: 'busy',
          message: 'The database is in use by another program; nothing was saved.',
        })
      process.stderr.write(`${error instanceof Error ? error.stack : String(error)}\n`)
      const message = 'Something went wrong in the server; nothing was saved.'
      return Response.json({ problem: { kind: 'server', message } }, { status: 500 })
    }
  }

/** The largest JSON that is read, bytes, and how deep it may be nested: no project is anywhere near. */
const LARGEST_JSON = 24 * 1024 * 1024
const DEEPEST_JSON = 100

/** Reads a body as JSON. Errors: too-large, too-deep, not-json */
export async function readJson(request: Request): Promise<Result<unknown>> {
  const bytes = await readLimited(request, LARGEST_JSON)
  if (!bytes) return fail('too-large', `A project may have ${LARGEST_JSON / 1024 / 1024} MB.`)
  const text = new TextDecoder().decode(bytes)
  if (nesting(text) > DEEPEST_JSON) return fail('too-deep', `The request is nested more than ${DEEPEST_JSON} deep.`)
  try {
    return ok(JSON.parse(text))
  } catch {
    return fail('not-json', 'The request is not JSON.')
  }
}

/** How deep brackets stand in each other, those in texts not counted. */
function nesting(json: string): number {
  let [depth, most] = [0, 0]
  let quoted = false
  for (let i = 0; i < json.length; i++) {
    const c = json.charCodeAt(i)
    if (quoted) {
      if (c === 92) i += 1
      else if (c === 34) quoted = false
    } else if (c === 34) quoted = true
    else if (c === 123 || c === 91) most = Math.max(most, (depth += 1))
    else if (c === 125 || c === 93) depth -= 1
  }
  return most
}

/** Reads a body up to a limit. */
export async function readLimited(request: Request, limit: number): Promise<Uint8Array | undefined> {
  const chunks: Uint8Array[] = []
  let size = 0
  for await (const chunk of (request.body ?? []) as unknown as AsyncIterable<Uint8Array>) {
    size += chunk.length
    if (size > limit) return undefined
    chunks.push(chunk)
  }
  const out = new Uint8Array(size)
  let at = 0
  for (const chunk of chunks) {
    out.set(chunk, at)
    at += chunk.length
  }
  return out
}
