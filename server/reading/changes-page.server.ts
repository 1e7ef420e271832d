import { asPublished } from '../../core/history/as-published.ts'
import { compare, type ComparedBlock } from '../../core/history/compare.ts'
import { nearChanges } from '../../core/history/near-changes.ts'
import { nameOf } from '../../core/kinds/facts.ts'
import { pool } from '../database/pool.server.ts'
import { findEditionPage, listEditions } from '../editions/queries.server.ts'
import { longDate } from './dates.server.ts'
import { frame, strip, type Visit } from './frame.server.ts'
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
  const [before, after, all] = await Promise.all([
    findEditionPage(pool, documentId, since),
    findEditionPage(pool, documentId, edition.number),
    listEditions(pool, documentId),
  ])
  if (!before || !after || since >= edition.number) return null
  const blocks = compare(asPublished(before), asPublished(after), nameOf)
  const count = blocks.filter(({ type }) => type !== 'same').length
  const notes = all.filter(({ number }) => number > since && number <= edition.number)
  const body = html`${strip(visit)}
<main id="page" class="contents" tabindex="-1">
<h1>What changed in “${edition.title}”</h1>
<ul class="edition-notes">${notes.map(({ number, note, at }) => html`<li><b>Edition ${number}</b>, ${longDate(visit.course.language, visit.course.time_zone).format(new Date(at))}${note && html`: ${note}`}</li>`)}</ul>
<p role="status">${count === 0 ? `Its words are those of edition ${since}.` : `${count} ${count === 1 ? 'passage differs' : 'passages differ'} from edition ${since}.`}</p>
<div class="changes page-content">${nearChanges(blocks).map((each) => ('alike' in each ? html`<p class="soft alike">${each.alike} ${each.alike === 1 ? 'paragraph' : 'paragraphs'} alike</p>` : changedBlock(each)))}</div>
<p><a class="button primary" href="${visit.href(place.id)}">Read it as it is now</a></p>
</main>`
  return frame({ title: `What changed in ${edition.title}`, course: visit.course, theme: visit.theme }, body)
}

function changedBlock({ type, place, words }: ComparedBlock): SafeHtml {
  return html`<p class="change is-${type}">${place && html`<small>${place}</small> `}${words.map((each) => (each.type === 'added' ? html`<ins>${each.text || ' '}</ins>` : each.type === 'removed' ? html`<del>${each.text || ' '}</del>` : each.text))}</p>`
}
