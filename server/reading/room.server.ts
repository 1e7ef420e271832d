import { fillSlots, type PublishedHeading, type Segments } from '../../core/html/render.ts'
import { isOpened, kindOfEntry } from '../../core/plan/kinds.ts'
import { doneRule } from '../../core/plan/settings.ts'
import { frame, strip, type Visit } from './frame.server.ts'
import { html, type SafeHtml, trusted } from '../../core/tree/template.ts'
import { placeLine, placeNav, lockedWords } from './nav.server.ts'
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
<article class="page-content${place.kind === 'chapter' && ' is-chapter'}"${place.kind === 'chapter' && html` style="--chapter: ${place.number}"`}>
<h1>${place.number && html`<span class="number">${place.number}</span> `}${view.title || `Untitled ${kindOfEntry(place.kind).label.toLowerCase()}`}</h1>
<p class="facts">${view.facts.join(' · ')}${view.changes && html` · <a href="${view.changes}">What changed</a>`}</p>
${trusted(fillSlots(view.segments, view.fill))}
${view.after}
${doneForm(visit, place)}
</article>
</main>
${stepsFooter(visit, place)}
<aside class="on-page">${view.headings.length > 1 && onPage(place, view.headings)}${view.beside}</aside>
${placeNav(visit, place.id)}
</div>`
  return frame({ title: view.title, course: visit.course, theme: visit.theme }, body)
}

/** Which places come before and after, and where it stands among its neighbours. */
function stepsOf(
  visit: Visit,
  place: Place,
): { previous: Place | undefined; next: Place | undefined; standing: string } {
  const siblings = isOpened(place.kind) ? visit.outline.under(place.parentId).filter(({ kind }) => isOpened(kind)) : []
  const standing =
    siblings.length > 0
      ? `${siblings.findIndex(({ id }) => id === place.id) + 1} of ${siblings.length} in this ${kindOfEntry(visit.outline.find(place.parentId)?.kind ?? 'unit').label.toLowerCase()}`
      : ''
  return { ...visit.outline.steps(place.id), standing }
}

/** Under the text: what comes before and after, and, where the contents are not beside it, the way to them. */
export function stepsFooter(visit: Visit, place: Place): SafeHtml {
  const { previous, next, standing } = stepsOf(visit, place)
  return html`<footer class="steps">
<span>${previous && stepLink(visit, previous, 'prev')}</span>
<span class="soft"><span class="standing">${standing}</span> <a class="to-contents" href="#contents">Contents</a></span>
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
    html`<a href="${visit.href(to.id)}" aria-label="${word}: ${to.title}"><span aria-hidden="true" class="arrow">${arrow}</span></a>`
  return html`<nav class="way" aria-label="Previous, contents, next"><span>${step(previous, 'Previous', '←')}</span><a href="#contents">Contents${standing && html`<span class="soft">, ${standing}</span>`}</a><span>${step(next, 'Next', '→')}</span></nav>`
}

function stepLink(visit: Visit, step: Place, to: 'prev' | 'next'): SafeHtml {
  const locked = lockedWords(visit, step)
  const title = `${step.number && `${step.number} `}${step.title}`
  if (locked) return html`<span class="soft">${title}: ${locked}</span>`
  return to === 'prev'
    ? html`<a class="button" rel="prev" href="${visit.href(step.id)}"><span aria-hidden="true" class="arrow">←</span> ${title}</a>`
    : html`<a class="button primary" rel="next" href="${visit.href(step.id)}">${title} <span aria-hidden="true" class="arrow">→</span></a>`
}

function onPage(place: Place, headings: readonly PublishedHeading[]): SafeHtml {
  let section = 0
  return html`<nav aria-label="On this page"><h2>On this page</h2><ul>${headings
    .filter(({ level }) => level <= 3)
    .map(
      ({ id, text, level }) =>
        html`<li class="level-${level}"><a href="#${id}">${place.kind === 'chapter' && level === 2 && html`<span class="number">${place.number}.${++section}</span> `}${text}</a></li>`,
    )}</ul></nav>`
}

/**
 * Marks what is done by reading as done, and takes it back; our script does the first by itself at the end of the text.
 */
function doneForm(visit: Visit, place: Place): SafeHtml | null {
  if (doneRule(place.kind, place.settings) !== 'read' || place.standing.locked || place.kind === 'book') return null
  const { isDone } = place.standing
  return html`<form method="post" class="done-form" data-done="${isDone ? 'yes' : 'no'}"><button name="intent" value="${isDone ? 'undone' : 'done'}"${visit.isPreview && html` disabled`}><span class="tick${isDone && ' is-done'}"></span>${isDone ? 'Read. Mark as unread' : 'Mark as read'}</button></form>`
}

/** What is said in the place of something that can't be opened yet. */
export function lockedPage(visit: Visit, place: Place): SafeHtml {
  const words = lockedWords(visit, place) ?? ''
  const { locked } = place.standing
  const first = locked?.type === 'sequence' ? visit.outline.find(locked.afterId) : undefined
  const body = html`${strip(visit)}
<div class="room">
<main id="page" tabindex="-1">${wayBar(visit, place)}<article class="page-content"><h1>${place.title}</h1>
<p>This ${words.startsWith('opens') ? words.replace('opens', 'opens on') : `opens ${words} is done`}.</p>
${first && html`<p><a class="button primary" href="${visit.href(first.id)}">Go to ${first.title}</a></p>`}
</article></main>${stepsFooter(visit, place)}<aside class="on-page"></aside>${placeNav(visit, place.id)}</div>`
  return frame({ title: place.title, course: visit.course, theme: visit.theme }, body)
}

/** Of a longer course the contents list its units alone. */
const MOST_LISTED = 300

/** What a course holds for its students. */
export function contentsPage(visit: Visit): SafeHtml {
  const { outline, course } = visit
  const units = outline.under(null)
  const body = html`${strip(visit)}
<main id="page" class="contents" tabindex="-1">
<h1>${course.course_title}</h1>
${units.length === 0 && html`<p>Nothing is published in this course yet. Come back when your teacher has told you that it begins.</p>`}
${outline.shape.nodes.length > MOST_LISTED ? html`<section><p class="soft">This is a long course. Open a unit to see what is in it.</p><ol>${units.map((unit) => placeLine(visit, unit, ''))}</ol></section>` : units.map((unit) => html`<section><h2><a href="${visit.href(unit.id)}">${unit.title}</a></h2>${groups(visit, unit)}</section>`)}
</main>`
  return frame({ title: 'Contents', course, theme: visit.theme }, body)
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
    found.push(html`<div><h3><a href="${visit.href(child.id)}">${child.title}</a> <span class="soft">${locked ?? (child.standing.count > 0 && `${child.standing.doneCount} of ${child.standing.count} done`)}</span></h3>
<ol>${visit.outline
      .under(child.id)
      .filter(({ kind }) => kind !== 'note')
      .map((item) => placeLine(visit, item, ''))}</ol></div>`)
  }
  flush()
  return found
}

/** A page that says why there is nothing to read. */
export function troublePage(theme: Visit['theme'], heading: string, words: string, requestId: string): SafeHtml {
  const course = { course_title: 'Fieldstone', language: 'en', direction: 'ltr' } as const
  return frame(
    { title: heading, course, theme },
    html`<main id="page" class="contents"><h1>${heading}</h1><p>${words}</p><p class="soft">Request ${requestId}</p><p><a href="/">To your courses</a></p></main>`,
  )
}
