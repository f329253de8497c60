import type { NextConfig } from 'next'

const developing = process.env.NODE_ENV === 'development'

/** Pages may load and run what this server serves, and nothing else; nobody may frame them. */
const PAGES = [
  "default-src 'self'",
  // The framework starts its pages with scripts in them; WASM needs its own word.
  `script-src 'self' 'unsafe-inline' 'wasm-unsafe-eval'${developing ? " 'unsafe-eval'" : ''}`,
  "style-src 'self' 'unsafe-inline'",
  "img-src 'self' data: blob:",
  "worker-src 'self' blob:",
  "connect-src 'self' data: blob:",
  "object-src 'none'",
  "base-uri 'none'",
  "form-action 'self'",
  "frame-ancestors 'none'",
].join('; ')
/** A worker goes by the policy of its own script: the STEP kernel writes its bindings as it starts. */
const SCRIPTS = "default-src 'self'; script-src 'self' 'unsafe-eval'; connect-src 'self' data: blob:"
/** What the interface for programs serves is data: nothing in it is ever run. */
const DATA = "default-src 'none'; frame-ancestors 'none'; sandbox"

const always = [
  { key: 'X-Content-Type-Options', value: 'nosniff' },
  { key: 'X-Frame-Options', value: 'DENY' },
  { key: 'Referrer-Policy', value: 'no-referrer' },
  { key: 'Cross-Origin-Opener-Policy', value: 'same-origin' },
  { key: 'Cross-Origin-Resource-Policy', value: 'same-origin' },
]
const policy = (value: string) => ({ key: 'Content-Security-Policy', value })

const config: NextConfig = {
  serverExternalPackages: ['better-sqlite3'],
  poweredByHeader: false,
  devIndicators: false,
  typescript: { ignoreBuildErrors: true }, // `npm test` checks types, the demo's first start need not
  headers: async () => [
    { source: '/:path*', headers: always },
    { source: '/((?!api/|_next/static/).*)', headers: [policy(PAGES)] },
    { source: '/_next/static/:path*', headers: [policy(SCRIPTS)] },
    { source: '/api/:path*', headers: [policy(DATA)] },
  ],
}

export default config
