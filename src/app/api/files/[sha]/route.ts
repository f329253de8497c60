import { dataFolder } from '@/server/database'
import { streamFile } from '@/server/file-store'
import { problemResponse, route } from '@/server/http'

export const GET = route(async (_request, { params }: { params: Promise<{ sha: string }> }) => {
  const file = streamFile(dataFolder(), (await params).sha)
  if (!file) return problemResponse({ kind: 'no-file', message: 'There is no such file.' })
  return new Response(file.stream, {
    headers: {
      'content-type': 'application/octet-stream',
      'content-length': String(file.size),
      'cache-control': 'private, max-age=31536000, immutable',
    },
  })
})
