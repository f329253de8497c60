import type { Project } from '@/core/document/schema'
import { fail, ok, type Problem, type Result } from '@/core/result'

/** A call to the server; what it refuses, and its not answering, come back as a problem. */
export async function call<T>(path: string, init?: RequestInit): Promise<Result<T>> {
  try {
    const response = await fetch(path, init)
    const body = (await response.json()) as T & { problem?: Problem }
    return response.ok
      ? ok(body)
      : { ok: false, problem: body.problem ?? { kind: 'server', message: `The server answered ${response.status}.` } }
  } catch {
    return fail('offline', 'The server does not answer. Is it still running?')
  }
}

export const callJson = <T>(path: string, method: string, body: unknown, keepalive = false): Promise<Result<T>> =>
  call<T>(path, { method, headers: { 'content-type': 'application/json' }, body: JSON.stringify(body), keepalive })

export interface OpenProject {
  id: string
  revision: number
  document: Project
  past: Project[]
}

export const sha256 = async (bytes: ArrayBuffer): Promise<string> =>
  [...new Uint8Array(await crypto.subtle.digest('SHA-256', bytes))].map((b) => b.toString(16).padStart(2, '0')).join('')

/** Has the browser download what an address answers with; the answer names the file. */
export function downloadFrom(path: string, name = ''): void {
  const link = document.createElement('a')
  link.href = path
  link.download = name
  link.click()
}

/** Offers bytes as a download. */
export function download(name: string, bytes: BlobPart, type = 'application/octet-stream'): void {
  const address = URL.createObjectURL(new Blob([bytes], { type }))
  downloadFrom(address, name)
  setTimeout(() => URL.revokeObjectURL(address), 10_000)
}
