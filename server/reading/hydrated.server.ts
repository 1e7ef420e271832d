import { fillSlots } from '../../core/html/slots.ts'
import { withOwnLinks } from '../../core/links/own-links.ts'
import { redirect } from 'react-router'
import { failure } from '../web/guard.server.ts'
import type { RequestContext } from '../web/load-context.server.ts'
import { editionContent } from './edition-content.server.ts'
import { strip } from './frame.server.ts'
import { placeNav } from './nav.server.ts'
import { stepsFooter, wayBar } from './room.server.ts'
import { slotFiller } from './slots.server.ts'
import { changesHref, factsOf } from './views.server.ts'
import { type PlaceVisit, visitPlace } from './visit.server.ts'

/** What stands around and above the part of a page that students write in, as the reading room has it. */
export interface RoomParts {
  readonly strip: string
  readonly nav: string
  readonly steps: string
  readonly way: string
  readonly title: string
  readonly facts: string
  /** Where it says what changed; null for a first edition. */
  readonly changes: string | null
  /** The published text of the item. */
  readonly text: string
  readonly language: string
  readonly direction: 'ltr' | 'rtl'
  readonly timeZone: string
  /** What the room speaks: the language and direction of the whole screen. */
  readonly spoken: { readonly language: string; readonly direction: 'ltr' | 'rtl' }
}

/** An open place for a screen of the application; whoever may not be there is sent away. */
export async function requireOpenPlace(
  request: Request,
  context: RequestContext,
  courseId: string,
  itemId: string,
): Promise<PlaceVisit> {
  if (context.isDatabaseDown) failure('database', 503)
  const found = await visitPlace(request, context, courseId, itemId)
  if (found instanceof Response) failure('no such place', 404)
  // The reading room says when it opens.
  if (found.isLocked) throw redirect(`/read/${courseId}/${itemId}`)
  return found
}

export async function roomParts({ visit, place, edition, course }: PlaceVisit): Promise<RoomParts> {
  const fill = edition
    ? await slotFiller({ documentId: edition.document_id, edition: edition.number }, visit.say)
    : () => ''
  return {
    strip: strip(visit)?.text ?? '',
    nav: placeNav(visit, place.id).text,
    steps: stepsFooter(visit, place).text,
    way: wayBar(visit, place).text,
    title: edition?.title ?? place.title,
    facts: factsOf(visit, place, edition).join(' · '),
    changes: changesHref(visit, place, edition),
    text: edition ? withOwnLinks(fillSlots((await editionContent(edition)).segments, fill), visit.href) : '',
    language: course.language,
    direction: course.direction,
    timeZone: course.time_zone,
    spoken: { language: visit.say.language, direction: visit.say.direction },
  }
}
