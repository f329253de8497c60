import { createHash, randomUUID } from 'node:crypto'
import { createReadStream, existsSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { open } from 'node:fs/promises'
import { join } from 'node:path'
import { Readable } from 'node:stream'
import { eq } from 'drizzle-orm'
import { fail, ok, type Result } from '../core/result'
import { detectFormat } from '../core/formats/detect'
import { SIZE_LIMIT } from '../core/formats/limits'
import type { Db } from './database'
import { files } from './schema'

/** As much of a file as tells its format, bytes. */
const HEAD = 4096

const isSha = (sha: string): boolean => /^[0-9a-f]{64}$/.test(sha)

export const filePath = (folder: string, sha: string): string => join(folder, 'files', sha)

export const shaOf = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex')

/** Stores bytes under their SHA-256; known bytes are stored once, over what a damaged disk may have left of them. */
export function storeBytes(db: Db, folder: string, bytes: Uint8Array): string {
  const sha = shaOf(bytes)
  const path = filePath(folder, sha)
  if (!existsSync(path) || statSync(path).size !== bytes.length || shaOf(readFileSync(path)) !== sha) {
    const part = `${path}.${randomUUID()}.part`
    writeFileSync(part, bytes)
    renameSync(part, path)
  }
  db.insert(files).values({ sha, size: bytes.length, createdAt: Date.now() }).onConflictDoNothing().run()
  return sha
}

/**
 * Streams an upload to disk, counting and hashing on the way; what breaks off or is of no
 * known format leaves nothing behind.
 * Errors: those of `detectFormat`
 */
export async function storeUpload(
  db: Db,
  folder: string,
  body: ReadableStream<Uint8Array>,
  fileName: string,
): Promise<Result<{ sha: string }>> {
  const part = join(folder, 'files', `${randomUUID()}.part`)
  const hash = createHash('sha256')
  const out = await open(part, 'wx')
  let size = 0
  let head = Buffer.alloc(0)
  try {
    for await (const chunk of body as unknown as AsyncIterable<Uint8Array>) {
      if (head.length < HEAD) head = Buffer.concat([head, chunk.subarray(0, HEAD)])
      size += chunk.length
      if (size > SIZE_LIMIT) return fail('too-large', `The file is larger than ${Math.round(SIZE_LIMIT / 1e6)} MB.`)
      hash.update(chunk)
      await out.write(chunk)
    }
    const known = detectFormat(head, fileName, size)
    if (!known.ok) return known
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

/**
 * A stored file as a stream, with its size.
 * Errors: no-file, damaged-file (it is not as long as what was stored)
 */
export function streamFile(db: Db, folder: string, sha: string): Result<{ stream: ReadableStream; size: number }> {
  const path = filePath(folder, sha)
  if (!isSha(sha) || !existsSync(path)) return fail('no-file', 'The imported file is missing from the data folder. Drop it here once more.') // prettier-ignore
  const { size } = statSync(path)
  const stored = db.select({ size: files.size }).from(files).where(eq(files.sha, sha)).get()
  if (stored && stored.size !== size)
    return fail('damaged-file', 'The imported file is damaged in the data folder. Drop it here once more.')
  return ok({ stream: Readable.toWeb(createReadStream(path)) as ReadableStream, size })
}

export const readStored = (folder: string, sha: string): Uint8Array | undefined =>
  isSha(sha) && existsSync(filePath(folder, sha)) ? readFileSync(filePath(folder, sha)) : undefined
