import { asPublished } from '../../core/history/as-published.ts'
import { compare, type ComparedBlock } from '../../core/history/compare.ts'
import { nearChanges } from '../../core/history/near-changes.ts'
import { nameIn } from '../../core/history/name-in.ts'
import { pool } from '../database/pool.server.ts'
import { findEditionPage, listEditions } from '../editions/queries.server.ts'
import { longDate } from './dates.server.ts'
import { frame, inCourse, strip, type Visit } from './frame.server.ts'
import { html, type SafeHtml } from '../../core/tree/template.ts'
import type { Place } from '../../core/reading/outline.ts'
import type { EditionToRead } from './queries.server.ts'

/** What an edition changed against one before it, as students may see it; null when there is no such edition. */
export async function changesPage(
  visit: Visit,
  place: Place,
  edition: EditionToRead,
  since: number,
): Promise<SafeHtml | null> {
  const documentId = edition.document_id
  const { say } = visit
  const [before, after, all] = await Promise.all([
    findEditionPage(pool, documentId, since),
    findEditionPage(pool, documentId, edition.number),
    listEditions(pool, documentId),
  ])
  if (!before || !after || since >= edition.number) return null
  const blocks = compare(asPublished(before), asPublished(after), nameIn(say))
  const count = blocks.filter(({ type }) => type !== 'same').length
  const notes = all.filter(({ number }) => number > since && number <= edition.number)
  const body = html`${strip(visit)}
<main id="page" class="contents" tabindex="-1">
<h1>${say.html('room.whatChangedIn', { title: inCourse(visit, edition.title) })}</h1>
<ul class="edition-notes">${notes.map(({ number, note, at }) => html`<li><b>${say('room.editionAt', { number })}</b> · ${longDate(say.language, visit.course.time_zone).format(new Date(at))}${note && html`: ${inCourse(visit, note)}`}</li>`)}</ul>
<p role="status">${count === 0 ? say('room.sameWords', { number: since }) : say('room.passagesDiffer', { count, number: since })}</p>
<div class="changes page-content">${nearChanges(blocks).map((each) => ('alike' in each ? html`<p class="soft alike">${say('room.alike', { count: each.alike })}</p>` : changedBlock(each)))}</div>
<p><a class="button primary" href="${visit.href(place.id)}">${say('room.readNow')}</a></p>
</main>`
  return frame(
    { ...visit, title: say('room.whatChangedIn', { title: edition.title }), course_title: visit.course.course_title },
    body,
  )
}

function changedBlock({ type, place, words }: ComparedBlock): SafeHtml {
  return html`<p class="change is-${type}">${place && html`<small>${place}</small> `}${words.map((each) => (each.type === 'added' ? html`<ins>${each.text || ' '}</ins>` : each.type === 'removed' ? html`<del>${each.text || ' '}</del>` : each.text))}</p>`
}
