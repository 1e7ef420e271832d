import { type PublishedHeading } from '../../core/html/render.ts'
import { fillSlots, type Segments } from '../../core/html/slots.ts'
import { withOwnLinks } from '../../core/links/own-links.ts'
import { isOpened } from '../../core/plan/kinds.ts'
import { doneRule } from '../../core/plan/settings.ts'
import { courseLanguage, frame, inCourse, roomLanguage, strip, type Visit } from './frame.server.ts'
import { html, type SafeHtml, trusted } from '../../core/tree/template.ts'
import { lockedWords, openingDay, placeLine, placeNav, titleBefore, untitled } from './nav.server.ts'
import type { Place } from '../../core/reading/outline.ts'

/** What is read at a place. */
export interface PageView {
  readonly title: string
  readonly segments: Segments
  readonly headings: readonly PublishedHeading[]
  /** What stands under the title, with a middle dot between. */
  readonly facts: readonly string[]
  /** Where it says what changed; null for a first edition. */
  readonly changes?: string | null
  /** What fills each slot of the segments. */
  readonly fill: (slot: string) => string
  /** What stands under the text, as its kind has it. */
  readonly after?: SafeHtml | null
  /** What stands beside the text, under its contents. */
  readonly beside?: SafeHtml | null
}

/** A page of the reading room: an item, a chapter, or what a lesson or unit is about. */
export function pagePage(visit: Visit, place: Place, view: PageView): SafeHtml {
  const body = html`${strip(visit)}
<div class="room">
<main id="page" tabindex="-1">
${wayBar(visit, place)}
<article class="page-content${place.kind === 'chapter' && ' is-chapter'}"${courseLanguage(visit)}${place.kind === 'chapter' && html` style="--chapter: ${place.number}"`}>
<h1>${place.number && html`<span class="number">${place.number}</span> `}${view.title || untitled(visit, place)}</h1>
<p class="facts"${roomLanguage(visit)}>${view.facts.join(' · ')}${view.changes && html` · <a href="${view.changes}">${visit.say('room.whatChanged')}</a>`}</p>
${trusted(withOwnLinks(fillSlots(view.segments, view.fill), visit.href))}
${inRoom(visit, allTerms(visit, view))}
${inRoom(visit, view.after)}
${doneForm(visit, place)}
</article>
</main>
${stepsFooter(visit, place)}
${besideText(visit, view.headings.length > 1 && onPage(visit, place, view.headings), view.beside)}
${placeNav(visit, place.id)}
</div>`
  return frame({ ...visit, title: view.title, course_title: visit.course.course_title }, body)
}

/** The way from the terms of a page to those of the course. */
const allTerms = (visit: Visit, { segments }: PageView): SafeHtml | null =>
  !visit.isPreview && segments.some((part) => typeof part !== 'string' && part.slot === 'word-pieces.terms')
    ? html`<p class="all-terms"><a href="/read/${visit.course.course_id}/terms">${visit.say('room.allTerms')}</a></p>`
    : null

/** What stands beside the text: a landmark of its own, unless there is nothing. */
const besideText = ({ say }: Visit, ...parts: readonly (SafeHtml | null | false | undefined)[]): SafeHtml =>
  parts.some(Boolean)
    ? html`<aside class="on-page" aria-label="${say('room.besideText')}">${parts}</aside>`
    : html`<div class="on-page"></div>`

/** What the room says among the words of the course. */
const inRoom = (visit: Visit, part: SafeHtml | null | undefined): SafeHtml | null | undefined => {
  const language = roomLanguage(visit)
  return language && part ? html`<div${language}>${part}</div>` : part
}

/** Which places come before and after, and where it stands among its neighbours. */
function stepsOf(
  visit: Visit,
  place: Place,
): { previous: Place | undefined; next: Place | undefined; standing: string } {
  const siblings = isOpened(place.kind) ? visit.outline.under(place.parentId).filter(({ kind }) => isOpened(kind)) : []
  const standing =
    siblings.length > 0
      ? visit.say('room.placeIn', {
          at: siblings.findIndex(({ id }) => id === place.id) + 1,
          count: siblings.length,
          kind: visit.outline.find(place.parentId)?.kind ?? 'unit',
        })
      : ''
  return { ...visit.outline.steps(place.id), standing }
}

/** Under the text: what comes before and after, and, where the contents are not beside it, the way to them. */
export function stepsFooter(visit: Visit, place: Place): SafeHtml {
  const { previous, next, standing } = stepsOf(visit, place)
  return html`<footer class="neighbours">
<span>${previous && stepLink(visit, previous, 'prev')}</span>
<span class="soft"><span class="standing">${standing}</span> <a class="to-contents" href="#contents">${visit.say('room.contents')}</a></span>
<span>${next && stepLink(visit, next, 'next')}</span>
</footer>`
}

/**
 * On a phone, at the top of the text: what comes before and after, and the contents that stand far below. Elsewhere
 * they are in sight.
 */
export function wayBar(visit: Visit, place: Place): SafeHtml {
  const { previous, next, standing } = stepsOf(visit, place)
  const step = (to: Place | undefined, word: string, arrow: string): SafeHtml | false =>
    to !== undefined &&
    to.standing.locked === null &&
    html`<a href="${visit.href(to.id)}" aria-label="${visit.say('room.stepTo', { step: word, title: to.title })}"><span aria-hidden="true" class="arrow">${arrow}</span></a>`
  return html`<nav class="way" aria-label="${visit.say('room.way')}"><span>${step(previous, visit.say('room.previous'), '←')}</span><a href="#contents">${visit.say('room.contents')}${standing && html`<span class="soft">, ${standing}</span>`}</a><span>${step(next, visit.say('room.next'), '→')}</span></nav>`
}

function stepLink(visit: Visit, step: Place, to: 'prev' | 'next'): SafeHtml {
  const locked = lockedWords(visit, step)
  const title = html`${step.number && `${step.number} `}${inCourse(visit, step.title)}`
  if (locked) return html`<span class="soft">${title}: ${locked}</span>`
  return to === 'prev'
    ? html`<a class="button" rel="prev" href="${visit.href(step.id)}"><span aria-hidden="true" class="arrow">←</span> ${title}</a>`
    : html`<a class="button primary" rel="next" href="${visit.href(step.id)}">${title} <span aria-hidden="true" class="arrow">→</span></a>`
}

function onPage(visit: Visit, place: Place, headings: readonly PublishedHeading[]): SafeHtml {
  let section = 0
  return html`<nav aria-label="${visit.say('room.onThisPage')}"><h2>${visit.say('room.onThisPage')}</h2><ul>${headings
    .filter(({ level }) => level <= 3)
    .map(
      ({ id, text, level }) =>
        html`<li class="level-${level}"><a href="#${id}">${place.kind === 'chapter' && level === 2 && html`<span class="number">${place.number}.${++section}</span> `}${inCourse(visit, text)}</a></li>`,
    )}</ul></nav>`
}

/**
 * Marks what is done by reading as done, and takes it back; our script does the first by itself at the end of the text.
 */
function doneForm(visit: Visit, place: Place): SafeHtml | null {
  if (doneRule(place.kind, place.settings) !== 'read' || place.standing.locked || place.kind === 'book') return null
  const { isDone } = place.standing
  const { say } = visit
  // Our script says the same.
  const words = {
    isRead: say('room.isRead'),
    markRead: say('room.markRead'),
    done: `${say('room.done')}: `,
    toDo: `${say('room.toDo')}: `,
  }
  return html`<form method="post" class="done-form"${roomLanguage(visit)} data-done="${isDone ? 'yes' : 'no'}" data-words="${JSON.stringify(words)}"><button name="intent" value="${isDone ? 'undone' : 'done'}"${visit.isPreview && html` disabled`}><span class="tick${isDone && ' is-done'}"></span>${isDone ? words.isRead : words.markRead}</button></form>`
}

/** What is said in the place of something that can't be opened yet. */
export function lockedPage(visit: Visit, place: Place): SafeHtml {
  const { locked } = place.standing
  const first = locked?.type === 'sequence' ? visit.outline.find(locked.afterId) : undefined
  const body = html`${strip(visit)}
<div class="room">
<main id="page" tabindex="-1">${wayBar(visit, place)}<article class="page-content"><h1>${inCourse(visit, place.title)}</h1>
<p>${opening(visit, locked)}</p>
${first && html`<p><a class="button primary" href="${visit.href(first.id)}">${visit.say.html('room.goTo', { title: inCourse(visit, first.title) })}</a></p>`}
</article></main>${stepsFooter(visit, place)}<div class="on-page"></div>${placeNav(visit, place.id)}</div>`
  return frame({ ...visit, title: place.title, course_title: visit.course.course_title }, body)
}

/** When, or after what, something opens. */
function opening(visit: Visit, locked: Place['standing']['locked']): SafeHtml | string {
  if (!locked) return ''
  return locked.type === 'date'
    ? visit.say('room.opensOn', { date: openingDay(visit, locked.opensAt) })
    : visit.say.html('room.opensAfter', { title: inCourse(visit, titleBefore(visit, locked.afterId)) })
}

/** Of a longer course the contents list its units alone. */
const MOST_LISTED = 300

/** What a course holds for its students. */
export function contentsPage(visit: Visit, hasTerms: boolean): SafeHtml {
  const { outline, course, say } = visit
  const units = outline.under(null)
  const isLong = outline.shape.nodes.length > MOST_LISTED
  const body = html`${strip(visit)}
<main id="page" class="contents course-contents" tabindex="-1">
<h1>${inCourse(visit, course.course_title)}</h1>
${isLong ? null : goOnPart(visit)}
${units.length === 0 && html`<p>${say('room.nothingPublished')}</p>`}
${isLong ? html`<section><p class="soft">${say('room.longCourse')}</p><ol>${units.map((unit) => placeLine(visit, unit, ''))}</ol></section>` : units.map((unit) => html`<section><h2><a href="${visit.href(unit.id)}">${inCourse(visit, unit.title)}</a></h2>${groups(visit, unit)}</section>`)}
${hasTerms && html`<p class="all-terms"><a href="/read/${course.course_id}/terms">${say('room.glossary')}</a></p>`}
</main>`
  return frame({ ...visit, title: say('room.contents'), course_title: course.course_title }, body)
}

/** How far one is, and where one goes on: the first that is open and not done. */
function goOnPart(visit: Visit): SafeHtml | null {
  const { count, doneCount } = visit.outline.progress()
  if (count === 0) return null
  const next = visit.outline.places.find(
    ({ kind, standing }) => isOpened(kind) && standing.count === 1 && !standing.isDone && standing.locked === null,
  )
  const words = visit.say('room.doneOf', { done: doneCount, count })
  return html`<div class="go-on"><p><progress max="${count}" value="${doneCount}" aria-label="${words}"></progress> ${words}</p>
${next && html`<a class="button primary" href="${visit.href(next.id)}">${visit.say.html(doneCount === 0 ? 'room.beginWith' : 'room.goOnAt', { title: inCourse(visit, next.title) })}</a>`}</div>`
}

/**
 * The items of a unit and its lessons in order; what stands between two lessons in the unit itself is a list of its
 * own.
 */
function groups(visit: Visit, unit: Place): SafeHtml[] {
  const found: SafeHtml[] = []
  let own: Place[] = []
  const flush = (): void => {
    if (own.length > 0) found.push(html`<ol>${own.map((item) => placeLine(visit, item, ''))}</ol>`)
    own = []
  }
  for (const child of visit.outline.under(unit.id)) {
    if (child.kind !== 'lesson') {
      if (child.kind !== 'note') own.push(child)
      continue
    }
    flush()
    const locked = lockedWords(visit, child)
    found.push(html`<div><h3><a href="${visit.href(child.id)}">${inCourse(visit, child.title)}</a> <span class="soft">${locked ?? (child.standing.count > 0 && visit.say('room.doneOf', { done: child.standing.doneCount, count: child.standing.count }))}</span></h3>
<ol>${visit.outline
      .under(child.id)
      .filter(({ kind }) => kind !== 'note')
      .map((item) => placeLine(visit, item, ''))}</ol></div>`)
  }
  flush()
  return found
}

/** A page that says why there is nothing to read. */
export function troublePage(
  { theme, say }: Pick<Visit, 'theme' | 'say'>,
  heading: string,
  words: string,
  requestId: string,
): SafeHtml {
  return frame(
    { title: heading, course_title: 'Fieldstone', theme, say },
    html`<main id="page" class="contents"><h1>${heading}</h1><p>${words}</p><p class="soft">${say('room.request', { id: requestId })}</p><p><a href="/">${say('room.toCourses')}</a></p></main>`,
  )
}
