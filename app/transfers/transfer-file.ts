import { identifier } from '../../core/document/wire.ts'
import { recordDeed } from '../../server/audit/audit.server.ts'
import { pool } from '../../server/database/pool.server.ts'
import { fileAnswer } from '../../server/shelf/file-answer.server.ts'
import { findTransfer } from '../../server/transfers/queries.server.ts'
import { failure, requireCourse } from '../../server/web/guard.server.ts'
import type { Route } from './+types/transfer-file'

/** The file that was made of what went out; to be kept, never shown. */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  const { course, person } = await requireCourse(context, request, params.courseId, 'write', true)
  const found = identifier.safeParse(params.transferId).success ? await findTransfer(pool, params.transferId) : null
  if (
    found?.courseId !== course.id ||
    found.direction !== 'out' ||
    found.hash === null ||
    found.size === null ||
    found.mediaType === null
  )
    failure('no such place', 404)
  await recordDeed(pool, {
    act: 'export',
    personId: person.id,
    courseId: course.id,
    about: `“${found.name}” fetched`,
    address: context.address,
  })
  return fileAnswer(
    request,
    { hash: found.hash, mediaType: found.mediaType, size: found.size, isRendition: false },
    found.name,
  )
}
