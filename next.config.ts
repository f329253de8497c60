import type { NextConfig } from 'next'

/** A worker goes by the policy of its own script: the STEP kernel writes its bindings as it starts. */
const SCRIPTS = "default-src 'self'; script-src 'self' 'unsafe-eval'; connect-src 'self' data: blob:"
/** What the interface for programs serves is data: nothing in it is ever run. */
const DATA = "default-src 'none'; frame-ancestors 'none'; sandbox"

const always = [
  { key: 'X-Content-Type-Options', value: 'nosniff' },
  { key: 'X-Frame-Options', value: 'DENY' },
  { key: 'Referrer-Policy', value: 'no-referrer' },
  { key: 'Cross-Origin-Opener-Policy', value: 'same-origin' },
  // With it memory can be shared with the workers, so that they hear of a stop in the middle of a step.
  { key: 'Cross-Origin-Embedder-Policy', value: 'require-corp' },
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
    // Pages get theirs in src/proxy.ts: it changes with every answer.
    { source: '/_next/static/:path*', headers: [policy(SCRIPTS)] },
    { source: '/api/:path*', headers: [policy(DATA)] },
  ],
}

export default config
