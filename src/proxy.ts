import { type NextRequest, NextResponse } from 'next/server'

const developing = process.env.NODE_ENV === 'development'

/**
 * Pages may load and run what this server serves, and nothing else; nobody may frame them. The framework starts its pages
 * with scripts in them: they carry a word that is new in every answer, so that no other script in a page is run.
 */
const policyOf = (nonce: string): string =>
  [
    "default-src 'self'",
    // WASM needs its own word.
    `script-src 'self' 'nonce-${nonce}' 'wasm-unsafe-eval'${developing ? " 'unsafe-eval'" : ''}`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "worker-src 'self' blob:",
    "connect-src 'self' data: blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ')

/** Gives every page its policy; the framework takes the word for its own scripts from the request. */
export function proxy(request: NextRequest): NextResponse {
  const policy = policyOf(crypto.randomUUID().replaceAll('-', ''))
  const headers = new Headers(request.headers)
  headers.set('Content-Security-Policy', policy)
  const response = NextResponse.next({ request: { headers } })
  response.headers.set('Content-Security-Policy', policy)
  return response
}

export const config = { matcher: '/((?!api/|_next/static/).*)' }
