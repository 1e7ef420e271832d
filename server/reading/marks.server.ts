import { frame, strip, type Visit } from './frame.server.ts'
import { html, type SafeHtml } from '../../core/tree/template.ts'
import { placeLine } from './nav.server.ts'
import type { Place } from '../../core/reading/outline.ts'
import type { ReaderMarks } from './queries.server.ts'

/** Beside a page: whether it helped, marks of one's own, what others say. Each is a form that works without script. */
export function readerMarks(
  visit: Visit,
  place: Place,
  { didHelp, isBookmarked, isFollowed, comments }: ReaderMarks,
): SafeHtml {
  const button = (intent: string, words: string, isOn: boolean): SafeHtml =>
    html`<button name="intent" value="${intent}" aria-pressed="${isOn ? 'true' : 'false'}"${visit.isPreview && html` disabled`}>${words}</button>`
  return html`<section class="marks"><h2>Did this page help?</h2>
<form method="post">${button('helped', 'Yes', didHelp === true)} ${button('not yet', 'No', didHelp === false)}</form>
${didHelp !== null && html`<p class="soft" role="status">Thank you. The authors see how many it helped.</p>`}
<form method="post" class="own-marks">${button(isBookmarked ? 'no bookmark' : 'bookmark', isBookmarked ? 'Bookmarked' : 'Bookmark', isBookmarked)} ${button(isFollowed ? 'no follow' : 'follow', isFollowed ? 'Followed' : 'Follow', isFollowed)}</form>
<p><a href="/discuss/${visit.course.course_id}/${place.id}">${comments === 0 ? 'Write a comment' : `${comments} ${comments === 1 ? 'comment' : 'comments'}`}</a></p></section>`
}

/** What one reader has bookmarked, follows and wrote under. */
export function minePage(
  visit: Visit,
  marked: { bookmarks: readonly string[]; follows: readonly string[]; commented: readonly string[] },
): SafeHtml {
  const list = (heading: string, ids: readonly string[], none: string): SafeHtml => {
    const places = ids.flatMap((id) => visit.outline.find(id) ?? [])
    return html`<section><h2>${heading}</h2>${places.length === 0 ? html`<p class="soft">${none}</p>` : html`<ol>${places.map((place) => placeLine(visit, place, ''))}</ol>`}</section>`
  }
  return frame(
    { title: 'My reading', course: visit.course, theme: visit.theme },
    html`${strip(visit)}<main id="page" class="contents" tabindex="-1"><h1>My reading</h1>
${list('Bookmarks', marked.bookmarks, 'None yet. “Bookmark” stands beside each page.')}
${list('Followed', marked.follows, 'None yet. You are notified when a page you follow changes or somebody writes there.')}
${list('Where you wrote', marked.commented, 'Nowhere yet.')}
</main>`,
  )
}
