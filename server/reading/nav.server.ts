import { isOpened, kindOfEntry } from '../../core/plan/kinds.ts'
import { type Visit } from './frame.server.ts'
import { longDate } from './dates.server.ts'
import { html, type SafeHtml } from '../../core/tree/template.ts'
import type { Place } from '../../core/reading/outline.ts'

/** A ticked square: done, to be done, or nothing where there is nothing to do. */
export function tick(place: Place): SafeHtml {
  const { isDone, count } = place.standing
  if (count === 0) return html`<span class="tick is-none"></span>`
  return html`<span class="tick${isDone && ' is-done'}"><span class="unseen">${isDone ? 'done' : 'to do'}: </span></span>`
}

/** Why a place can't be opened yet, in a few words; null when it can. */
export function lockedWords({ course, outline }: Visit, { standing: { locked } }: Place): string | null {
  if (!locked) return null
  if (locked.type === 'date')
    return `opens ${longDate(course.language, course.time_zone).format(new Date(locked.opensAt))}`
  return `after “${outline.find(locked.afterId)?.title ?? 'what comes before'}”`
}

/** A line of a list of places: its tick, its title as a link, its minutes or why it is locked. */
export function placeLine(visit: Visit, place: Place, hereId: string): SafeHtml {
  const locked = lockedWords(visit, place)
  const number = place.number && html`<span class="number">${place.number}</span> `
  const title = place.title || `Untitled ${kindOfEntry(place.kind).label.toLowerCase()}`
  const kind =
    place.kind !== 'page' &&
    place.kind !== 'chapter' &&
    isOpened(place.kind) &&
    html` <span class="kind">${kindOfEntry(place.kind).label.toLowerCase()}</span>`
  return html`<li${locked && html` class="is-locked"`}>${tick(place)}${locked ? html`<span class="locked">${number}${title}${kind}</span> <span class="soft">${locked}</span>` : html`<a href="${visit.href(place.id)}"${place.id === hereId && html` aria-current="page"`}>${number}${title}${kind}</a>${place.minutes > 0 && html`<span class="soft">${place.minutes}<span class="min"> min</span></span>`}`}</li>`
}

const minutesWords = (minutes: number): string => `${minutes} ${minutes === 1 ? 'minute' : 'minutes'}`

/**
 * At the left of what is read: in a chapter its book and the way back, else what stands beside it in its lesson and the
 * rest of the course. What the page itself lists is not listed again beside it.
 */
export function placeNav(visit: Visit, hereId: string): SafeHtml {
  const path = visit.outline.path(hereId)
  const book = path.find(({ kind, id }) => kind === 'book' && id !== hereId)
  if (book)
    return html`<nav class="lesson" id="contents" aria-label="Book">
${bookNav(visit, book, hereId)}
<p class="back"><a href="${visit.href(book.parentId ?? book.id)}">Back to ${visit.outline.find(book.parentId)?.title ?? 'the course'}</a></p>
</nav>`
  return html`<nav class="lesson" id="contents" aria-label="Lesson">
${lessonNav(visit, path, hereId)}
${courseNav(visit, path)}
</nav>`
}

function lessonNav(visit: Visit, path: readonly Place[], hereId: string): SafeHtml | null {
  const holder = path.findLast(({ kind }) => kind === 'lesson' || kind === 'unit')
  if (!holder || holder.id === hereId) return null
  const items = visit.outline.under(holder.id).filter(({ kind }) => isOpened(kind))
  return html`<h2><a href="${visit.href(holder.id)}">${holder.title}</a></h2>
<p class="soft">${minutesWords(items.reduce((sum, { minutes }) => sum + minutes, 0))}${holder.standing.count > 0 && `, ${holder.standing.doneCount} of ${holder.standing.count} done`}</p>
<ul>${items.map((item) => placeLine(visit, item, hereId))}</ul>`
}

/** The chapters of a book, in their parts. */
function bookNav(visit: Visit, book: Place, hereId: string): SafeHtml {
  return html`<h2><a href="${visit.href(book.id)}"${book.id === hereId && html` aria-current="page"`}>${book.title}</a></h2>
<p class="soft">${minutesWords(book.minutes)}, ${book.standing.doneCount} of ${book.standing.count} chapters read</p>
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
      html`${part && (isMain ? html`<h2>${part.number} · ${part.title}</h2>` : html`<h3>${part.number} · ${part.title}</h3>`)}<ul>${chapters.map((chapter) => placeLine(visit, chapter, hereId))}</ul>`,
  )
}

/** Of a course with more lessons only those of the unit one is in are listed; the others are a step away. */
const MOST_LESSONS = 60

/** Units with their lessons. */
function courseNav(visit: Visit, path: readonly Place[]): SafeHtml[] {
  const isLong = visit.outline.shape.lessonCount > MOST_LESSONS
  return visit.outline.under(null).map((unit) => {
    if (isLong && path[0]?.id !== unit.id) return html`<h3><a href="${visit.href(unit.id)}">${unit.title}</a></h3>`
    const lessons = visit.outline.under(unit.id).filter(({ kind }) => kind === 'lesson')
    const own = visit.outline.under(unit.id).some(({ kind }) => isOpened(kind))
    return html`<h3>${unit.title}</h3><ul>${own && html`<li>${tick(unit)}<a href="${visit.href(unit.id)}"${path[0]?.id === unit.id && path[1]?.kind !== 'lesson' && html` aria-current="true"`}>About this unit</a></li>`}${lessons.map(
      (lesson) => {
        const locked = lockedWords(visit, lesson)
        return html`<li${locked && html` class="is-locked"`}>${tick(lesson)}<a href="${visit.href(lesson.id)}"${path[1]?.id === lesson.id && html` aria-current="true"`}>${lesson.title}</a>${locked && html` <span class="soft">${locked}</span>`}</li>`
      },
    )}</ul>`
  })
}
