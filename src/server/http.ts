import type { Problem, Result } from '../core/result'

const STATUS: Record<string, number> = { 'no-project': 404, 'no-file': 404, clash: 409, 'too-large': 413 }

export const problemResponse = (problem: Problem): Response =>
  Response.json({ problem }, { status: STATUS[problem.kind] ?? 400 })

export const respond = <T>(result: Result<T>): Response =>
  result.ok ? Response.json(result.value) : problemResponse(result.problem)

/** Hosts that may be asked for: this machine, and what `ANORAK_HOST` adds for those who serve it on purpose. */
function isOwnHost(host: string | null): boolean {
  const name = (host ?? '').replace(/:\d+$/, '')
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
    return new URL(origin).host === host
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
      const isJson = error instanceof SyntaxError
      const message = isJson ? 'The request is not JSON.' : 'Something went wrong in the server; nothing was saved.'
      if (!isJson) process.stderr.write(`${error instanceof Error ? error.stack : String(error)}\n`)
      return Response.json(
        { problem: { kind: isJson ? 'not-json' : 'server', message } },
        { status: isJson ? 400 : 500 },
      )
    }
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
