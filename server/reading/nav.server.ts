import { isOpened } from '../../core/plan/kinds.ts'
import { inCourse, type Visit } from './frame.server.ts'
import { longDate } from './dates.server.ts'
import { html, type SafeHtml } from '../../core/tree/template.ts'
import type { Place } from '../../core/reading/outline.ts'

/** A ticked square: done, to be done, or nothing where there is nothing to do. */
export function tick({ say }: Visit, place: Place): SafeHtml {
  const { isDone, count } = place.standing
  if (count === 0) return html`<span class="tick is-none"></span>`
  return html`<span class="tick${isDone && ' is-done'}"><span class="unseen">${say(isDone ? 'room.done' : 'room.toDo')}: </span></span>`
}

/** Why a place can't be opened yet, in a few words; null when it can. */
export function lockedWords(visit: Visit, { standing: { locked } }: Place): string | null {
  if (!locked) return null
  const { say } = visit
  return locked.type === 'date'
    ? say('room.opens', { date: openingDay(visit, locked.opensAt) })
    : say('room.after', { title: titleBefore(visit, locked.afterId) })
}

/** The day on which something opens. */
export const openingDay = ({ say, course }: Visit, iso: string): string =>
  longDate(say.language, course.time_zone).format(new Date(iso))

/** What must be done before, by its title. */
export const titleBefore = ({ say, outline }: Visit, id: string): string =>
  outline.find(id)?.title ?? say('room.whatComesBefore')

/** What a place without a title is called. */
export const untitled = ({ say }: Pick<Visit, 'say'>, { kind }: Pick<Place, 'kind'>): string =>
  say('room.untitled', { kind })

/** A line of a list of places: its tick, its title as a link, its minutes or why it is locked. */
export function placeLine(visit: Visit, place: Place, hereId: string): SafeHtml {
  const locked = lockedWords(visit, place)
  const number = place.number && html`<span class="number">${place.number}</span> `
  const title = place.title === '' ? untitled(visit, place) : inCourse(visit, place.title)
  const kind =
    place.kind !== 'page' &&
    place.kind !== 'chapter' &&
    isOpened(place.kind) &&
    html` <span class="kind">${visit.say('room.kind', { kind: place.kind })}</span>`
  return html`<li${locked && html` class="is-locked"`}>${tick(visit, place)}${locked ? html`<span class="locked">${number}${title}${kind}</span> <span class="soft">${locked}</span>` : html`<a href="${visit.href(place.id)}"${place.id === hereId && html` aria-current="page"`}>${number}${title}${kind}</a>${place.minutes > 0 && html`<span class="soft">${visit.say.html('room.min', { count: place.minutes, unit: (words) => html`<span class="min">${words}</span>` })}</span>`}`}</li>`
}

/**
 * At the left of what is read: in a chapter its book and the way back, else what stands beside it in its lesson and the
 * rest of the course. What the page itself lists is not listed again beside it.
 */
export function placeNav(visit: Visit, hereId: string): SafeHtml {
  const path = visit.outline.path(hereId)
  const book = path.find(({ kind, id }) => kind === 'book' && id !== hereId)
  if (book)
    return html`<nav class="lesson" id="contents" aria-label="${visit.say('room.book')}">
${bookNav(visit, book, hereId)}
<p class="back"><a href="${visit.href(book.parentId ?? book.id)}">${backTo(visit, visit.outline.find(book.parentId))}</a></p>
</nav>`
  return html`<nav class="lesson" id="contents" aria-label="${visit.say('room.lesson')}">
${lessonNav(visit, path, hereId) ?? html`<h2 class="unseen">${visit.say('room.contents')}</h2>`}
${courseNav(visit, path)}
</nav>`
}

/** A way back to a place, or to the course. */
export const backTo = (visit: Visit, place: Place | undefined): SafeHtml | string =>
  place ? visit.say.html('room.backTo', { title: inCourse(visit, place.title) }) : visit.say('room.backToCourse')

function lessonNav(visit: Visit, path: readonly Place[], hereId: string): SafeHtml | null {
  const holder = path.findLast(({ kind }) => kind === 'lesson' || kind === 'unit')
  if (!holder || holder.id === hereId) return null
  const items = visit.outline.under(holder.id).filter(({ kind }) => isOpened(kind))
  const minutes = visit.say('room.minutes', { count: items.reduce((sum, item) => sum + item.minutes, 0) })
  return html`<h2><a href="${visit.href(holder.id)}">${inCourse(visit, holder.title)}</a></h2>
<p class="soft">${holder.standing.count > 0 ? visit.say('room.timeAndDone', { minutes, done: holder.standing.doneCount, count: holder.standing.count }) : minutes}</p>
<ul>${items.map((item) => placeLine(visit, item, hereId))}</ul>`
}

/** The chapters of a book, in their parts. */
function bookNav(visit: Visit, book: Place, hereId: string): SafeHtml {
  const minutes = visit.say('room.minutes', { count: book.minutes })
  return html`<h2><a href="${visit.href(book.id)}"${book.id === hereId && html` aria-current="page"`}>${inCourse(visit, book.title)}</a></h2>
<p class="soft">${visit.say('room.timeAndRead', { minutes, done: book.standing.doneCount, count: book.standing.count })}</p>
${chapterList(visit, book, hereId)}`
}

/** Chapters in their parts; in the middle of a page a part is a heading of level 2, beside it of level 3. */
export function chapterList(visit: Visit, book: Place, hereId: string, isMain = false): SafeHtml[] {
  const groups: { part: Place | null; chapters: readonly Place[] }[] = []
  for (const child of visit.outline.under(book.id)) {
    if (child.kind === 'bookPart') groups.push({ part: child, chapters: visit.outline.under(child.id) })
    else if (groups.at(-1)?.part === null)
      groups[groups.length - 1] = { part: null, chapters: [...groups.at(-1)!.chapters, child] }
    else groups.push({ part: null, chapters: [child] })
  }
  return groups.map(
    ({ part, chapters }) =>
      html`${part && (isMain ? html`<h2>${part.number} · ${inCourse(visit, part.title)}</h2>` : html`<h3>${part.number} · ${inCourse(visit, part.title)}</h3>`)}<ul>${chapters.map((chapter) => placeLine(visit, chapter, hereId))}</ul>`,
  )
}

/** Of a course with more lessons only those of the unit one is in are listed; the others are a step away. */
const MOST_LESSONS = 60

/** Units with their lessons. */
function courseNav(visit: Visit, path: readonly Place[]): SafeHtml[] {
  const isLong = visit.outline.shape.lessonCount > MOST_LESSONS
  return visit.outline.under(null).map((unit) => {
    if (isLong && path[0]?.id !== unit.id)
      return html`<h3><a href="${visit.href(unit.id)}">${inCourse(visit, unit.title)}</a></h3>`
    const lessons = visit.outline.under(unit.id).filter(({ kind }) => kind === 'lesson')
    const own = visit.outline.under(unit.id).some(({ kind }) => isOpened(kind))
    return html`<h3>${inCourse(visit, unit.title)}</h3><ul>${own && html`<li>${tick(visit, unit)}<a href="${visit.href(unit.id)}"${path[0]?.id === unit.id && path[1]?.kind !== 'lesson' && html` aria-current="true"`}>${visit.say('room.aboutUnit')}</a></li>`}${lessons.map(
      (lesson) => {
        const locked = lockedWords(visit, lesson)
        return html`<li${locked && html` class="is-locked"`}>${tick(visit, lesson)}<a href="${visit.href(lesson.id)}"${path[1]?.id === lesson.id && html` aria-current="true"`}>${inCourse(visit, lesson.title)}</a>${locked && html` <span class="soft">${locked}</span>`}</li>`
      },
    )}</ul>`
  })
}
