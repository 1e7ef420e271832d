import { frame, strip, type Visit } from './frame.server.ts'
import { html, type SafeHtml } from '../../core/tree/template.ts'
import { placeLine } from './nav.server.ts'
import type { Place } from '../../core/reading/outline.ts'
import { MISSING_LENGTH } from '../../core/reading/missing.ts'
import type { ReaderMarks } from './queries.server.ts'

/** Beside a page: whether it helped, marks of one's own, what others say. Each is a form that works without script. */
export function readerMarks(
  visit: Visit,
  place: Place,
  { didHelp, missing, problem, isBookmarked, isFollowed, comments }: ReaderMarks,
): SafeHtml {
  const { say } = visit
  const button = (intent: string, words: string, isOn: boolean): SafeHtml =>
    html`<button name="intent" value="${intent}" aria-pressed="${isOn ? 'true' : 'false'}"${visit.isPreview && html` disabled`}>${words}</button>`
  return html`<section class="marks"><h2>${say('room.didHelp')}</h2>
<form method="post">${button('helped', say('room.yes'), didHelp === true)} ${button('not yet', say('room.no'), didHelp === false)}</form>
${didHelp === true && html`<p class="soft" role="status">${say('room.thanks')}</p>`}${didHelp === false && missingForm(visit, missing, problem)}
<form method="post" class="own-marks">${button(isBookmarked ? 'no bookmark' : 'bookmark', say(isBookmarked ? 'room.bookmarked' : 'room.bookmark'), isBookmarked)} ${button(isFollowed ? 'no follow' : 'follow', say(isFollowed ? 'room.followed' : 'room.follow'), isFollowed)}</form>
<p><a href="/discuss/${visit.course.course_id}/${place.id}">${comments === 0 ? say('room.writeComment') : say('room.comments', { count: comments })}</a></p></section>`
}

/** Asks whoever was not helped what is missing; what they sent before can be changed. */
function missingForm({ say, isPreview }: Visit, missing: string | null, problem?: string): SafeHtml {
  return html`<form method="post" class="missing"><label for="missing">${say('room.whatMissing')}</label>
<p class="soft" id="missing-help" role="${problem ? 'alert' : 'status'}">${problem ?? say(missing === null ? 'room.whatMissingHelp' : 'room.missingSent')}</p>
<textarea id="missing" name="missing" rows="3" maxlength="${MISSING_LENGTH}" required aria-describedby="missing-help">${missing}</textarea>
<button name="intent" value="missing"${isPreview && html` disabled`}>${say(missing === null ? 'room.sendMissing' : 'room.changeMissing')}</button></form>`
}

/** What one reader has bookmarked, follows and wrote under. */
export function minePage(
  visit: Visit,
  marked: { bookmarks: readonly string[]; follows: readonly string[]; commented: readonly string[] },
): SafeHtml {
  const { say } = visit
  const list = (heading: string, ids: readonly string[], none: string): SafeHtml => {
    const places = ids.flatMap((id) => visit.outline.find(id) ?? [])
    return html`<section><h2>${heading}</h2>${places.length === 0 ? html`<p class="soft">${none}</p>` : html`<ol>${places.map((place) => placeLine(visit, place, ''))}</ol>`}</section>`
  }
  return frame(
    { ...visit, title: say('room.myReading'), course_title: visit.course.course_title },
    html`${strip(visit)}<main id="page" class="contents" tabindex="-1"><h1>${say('room.myReading')}</h1>
${list(say('room.bookmarks'), marked.bookmarks, say('room.noBookmarks'))}
${list(say('room.followed'), marked.follows, say('room.noFollowed'))}
${list(say('room.whereWrote'), marked.commented, say('room.nowhere'))}
</main>`,
  )
}
