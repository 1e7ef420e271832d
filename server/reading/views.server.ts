import { withOwnLinks } from '../../core/links/own-links.ts'
import { fillSlots } from '../../core/html/slots.ts'
import { isOpened } from '../../core/plan/kinds.ts'
import { pool } from '../database/pool.server.ts'
import { longDate } from './dates.server.ts'
import { inCourse, type Visit } from './frame.server.ts'
import { html, type SafeHtml, trusted } from '../../core/tree/template.ts'
import { chapterList, placeLine } from './nav.server.ts'
import type { Place } from '../../core/reading/outline.ts'
import { type EditionToRead, findPlace, listNotes } from './queries.server.ts'
import { slotFiller } from './slots.server.ts'

/**
 * What stands under the text of a place, by its kind: where a link leads, the chapters of a book, the items of a
 * lesson.
 */
export async function afterText(visit: Visit, place: Place): Promise<SafeHtml | null> {
  if (place.kind === 'link') return linkOut(visit, place)
  if (place.kind === 'book') return bookContents(visit, place)
  if (place.kind === 'lesson' || place.kind === 'unit') return lessonContents(visit, place)
  return null
}

function linkOut(visit: Visit, { settings: { address }, title }: Place): SafeHtml {
  const { say } = visit
  if (address === '') return html`<p class="soft">${say('room.linkMissing')}</p>`
  const { host } = new URL(address)
  return html`<p><a class="button primary" href="${address}" target="_blank" rel="noreferrer">${say.html('room.openLink', { title: inCourse(visit, title) })} <span class="unseen">${say('room.opensWindow')}</span></a> <span class="soft">${say.html('room.atHost', { host })}</span></p>`
}

async function bookContents(visit: Visit, book: Place): Promise<SafeHtml> {
  const { say } = visit
  const kept = visit.isPreview ? null : await findPlace(pool, book.id, visit.person.id)
  const at = kept && visit.outline.find(kept.chapterId)
  const chapters = visit.outline
    .under(book.id)
    .flatMap((place) => (place.kind === 'chapter' ? [place] : visit.outline.under(place.id)))
  const goOn = at ?? chapters.find(({ standing }) => !standing.isDone)
  return html`${goOn && !goOn.standing.locked && html`<p><a class="button primary" href="${visit.href(goOn.id)}${at && kept.heading && `#${encodeURIComponent(kept.heading)}`}">${say.html(at ? 'room.goOnAt' : 'room.beginWith', { title: html`${goOn.number} ${inCourse(visit, goOn.title)}` })}</a></p>`}
<form class="search in-book" role="search" aria-label="${say('room.book')}" action="/read/${visit.course.course_id}/search"><input type="hidden" name="in" value="${book.id}"><input type="search" name="words" aria-label="${say('room.searchBook')}" placeholder="${say('room.searchBook')}"> <button>${say('room.search')}</button></form>
<nav class="book-contents" aria-label="${say('room.chapters')}">${chapterList(visit, book, '', true)}</nav>`
}

async function lessonContents(visit: Visit, place: Place): Promise<SafeHtml> {
  const notes = new Map((await listNotes(pool, place.id)).map((note) => [note.id, note]))
  const lines: SafeHtml[] = []
  for (const child of visit.outline.under(place.id)) {
    const note = notes.get(child.id)
    if (note)
      lines.push(
        html`<li class="note">${trusted(withOwnLinks(fillSlots(note.segments, await slotFiller({ documentId: note.documentId, edition: note.number }, visit.say)), visit.href))}</li>`,
      )
    else if (isOpened(child.kind) || child.kind === 'lesson') lines.push(placeLine(visit, child, ''))
  }
  const { aims } = place.settings
  return html`${aims.length > 0 && html`<section class="aims"><h2>${visit.say('room.aims')}</h2><ul>${aims.map((aim) => html`<li>${inCourse(visit, aim)}</li>`)}</ul></section>`}
${place.settings.inSequence && html`<p class="soft">${visit.say('room.inSequence')}</p>`}
<ol class="items">${lines}</ol>`
}

/** Where readers see what the newest edition changed; null for a first one. */
export function changesHref(visit: Visit, place: Place, edition: EditionToRead | null): string | null {
  return edition && edition.number > 1 ? `/read/${visit.course.course_id}/${place.id}/changes` : null
}

/** What stands under the title: how long, which edition, what changed. */
export function factsOf(visit: Visit, place: Place, edition: EditionToRead | null): string[] {
  const { say } = visit
  const { dueAt, closesAt } = place.settings
  const on = (at: Date | string): string => longDate(say.language, visit.course.time_zone).format(new Date(at))
  return [
    ...(place.minutes > 0 ? [say('room.minutes', { count: place.minutes })] : []),
    ...(edition
      ? [say('room.edition', { number: edition.number }), say('room.lastEdited', { date: on(edition.published_at) })]
      : []),
    ...(edition?.note && edition.number > 1 ? [say('room.changed', { note: edition.note })] : []),
    ...(dueAt ? [say('room.due', { date: on(dueAt) })] : []),
    ...(closesAt ? [say('room.closes', { date: on(closesAt) })] : []),
  ]
}
