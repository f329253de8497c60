import { PROJECT_ENDING } from '@/core/formats/project-file'
import { safeFileName } from '@/core/formats/file-names'
import { exportBundle } from '@/server/bundles'
import { database, dataFolder } from '@/server/database'
import { problemResponse, route } from '@/server/http'

/** The project with its imported files as one ZIP. */
export const GET = route(async (_request, { params }: { params: Promise<{ id: string }> }) => {
  const bundle = exportBundle(database(), dataFolder(), (await params).id)
  if (!bundle.ok) return problemResponse(bundle.problem)
  return new Response(new Uint8Array(bundle.value.bytes), {
    headers: {
      'content-type': 'application/zip',
      'content-disposition': `attachment; filename="${safeFileName(bundle.value.name)}${PROJECT_ENDING}"`,
    },
  })
})
