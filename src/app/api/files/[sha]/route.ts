import { database, dataFolder } from '@/server/database'
import { streamFile } from '@/server/file-store'
import { problemResponse, route } from '@/server/http'

export const GET = route(async (_request, { params }: { params: Promise<{ sha: string }> }) => {
  const file = streamFile(database(), dataFolder(), (await params).sha)
  if (!file.ok) return problemResponse(file.problem)
  return new Response(file.value.stream, {
    headers: {
      'content-type': 'application/octet-stream',
      'content-length': String(file.value.size),
      'cache-control': 'private, max-age=31536000, immutable',
    },
  })
})
