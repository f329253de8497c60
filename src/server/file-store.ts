import { createHash, randomUUID } from 'node:crypto'
import { createReadStream, existsSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { open } from 'node:fs/promises'
import { join } from 'node:path'
import { Readable } from 'node:stream'
import { fail, ok, type Result } from '../core/result'
import { checkStepBytes, STEP_SIZE_LIMIT } from '../core/formats/step/recognise-step'
import type { Db } from './database'
import { files } from './schema'

const isSha = (sha: string): boolean => /^[0-9a-f]{64}$/.test(sha)

export const filePath = (folder: string, sha: string): string => join(folder, 'files', sha)

/** Stores bytes under their SHA-256; known bytes are stored once. */
export function storeBytes(db: Db, folder: string, bytes: Uint8Array): string {
  const sha = createHash('sha256').update(bytes).digest('hex')
  const path = filePath(folder, sha)
  if (!existsSync(path)) {
    const part = `${path}.${randomUUID()}.part`
    writeFileSync(part, bytes)
    renameSync(part, path)
  }
  db.insert(files).values({ sha, size: bytes.length, createdAt: Date.now() }).onConflictDoNothing().run()
  return sha
}

/**
 * Streams an upload to disk, counting and hashing on the way; what breaks off or is no STEP file leaves nothing behind.
 * Errors: too-large, not-step
 */
export async function storeUpload(
  db: Db,
  folder: string,
  body: ReadableStream<Uint8Array>,
): Promise<Result<{ sha: string }>> {
  const part = join(folder, 'files', `${randomUUID()}.part`)
  const hash = createHash('sha256')
  const out = await open(part, 'wx')
  let size = 0
  try {
    for await (const chunk of body as unknown as AsyncIterable<Uint8Array>) {
      const known = size === 0 ? checkStepBytes(chunk) : ok(true)
      if (!known.ok) return known
      size += chunk.length
      if (size > STEP_SIZE_LIMIT)
        return fail('too-large', `The file is larger than ${Math.round(STEP_SIZE_LIMIT / 1e6)} MB.`)
      hash.update(chunk)
      await out.write(chunk)
    }
    if (size === 0) return fail('not-step', 'The file is empty.')
    await out.sync()
    const sha = hash.digest('hex')
    renameSync(part, filePath(folder, sha))
    db.insert(files).values({ sha, size, createdAt: Date.now() }).onConflictDoNothing().run()
    return ok({ sha })
  } finally {
    await out.close()
    rmSync(part, { force: true })
  }
}

/** A stored file as a stream, with its size; undefined if there is none. */
export function streamFile(folder: string, sha: string): { stream: ReadableStream; size: number } | undefined {
  const path = filePath(folder, sha)
  if (!isSha(sha) || !existsSync(path)) return undefined
  return { stream: Readable.toWeb(createReadStream(path)) as ReadableStream, size: statSync(path).size }
}

export const readStored = (folder: string, sha: string): Uint8Array | undefined =>
  isSha(sha) && existsSync(filePath(folder, sha)) ? readFileSync(filePath(folder, sha)) : undefined
