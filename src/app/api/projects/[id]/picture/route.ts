import { database } from '@/server/database'
import { problemResponse, readLimited, respond, route } from '@/server/http'
import { getPicture, setPicture } from '@/server/projects'

interface Params {
  params: Promise<{ id: string }>
}

const LARGEST = 1024 * 1024
const PNG = [0x89, 0x50, 0x4e, 0x47]

export const GET = route(async (_request, { params }: Params) => {
  const picture = getPicture(database(), (await params).id)
  if (!picture) return problemResponse({ kind: 'no-file', message: 'There is no picture yet.' })
  return new Response(new Uint8Array(picture), {
    headers: { 'content-type': 'image/png', 'cache-control': 'no-cache' },
  })
})

export const PUT = route(async (request, { params }: Params) => {
  const bytes = await readLimited(request, LARGEST)
  if (!bytes || !PNG.every((b, i) => bytes[i] === b))
    return problemResponse({ kind: 'invalid', message: 'A picture is a PNG of up to 1 MB.' })
  return respond(setPicture(database(), (await params).id, Buffer.from(bytes)))
})
