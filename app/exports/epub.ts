import { data } from 'react-router'
import { identifier } from '../../core/document/wire.ts'
import { exportEpub } from '../../server/exports/epub.server.ts'
import { failure, requireCourse } from '../../server/web/guard.server.ts'
import type { Route } from './+types/epub'

/** A book as EPUB, to be kept. */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  const { course } = await requireCourse(context, request, params.courseId, 'write')
  if (!identifier.safeParse(params.itemId).success) failure('no such place', 404)
  const result = await exportEpub(course, params.itemId)
  if (!result.ok) throw data({ reason: 'no such place' }, { status: 404 })
  return new Response(result.bytes as Uint8Array<ArrayBuffer>, { headers: { 'Content-Type': 'application/epub+zip', 'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(result.name)}`, 'Cache-Control': 'no-store' } })
}
