import { readingMinutes } from '../../core/document/statistics.ts'
import { fillSlots, type PublishedHeading, type Segments } from '../../core/html/render.ts'
import { initials } from '../../core/people/initials.ts'
import type { Person } from '../people/queries.server.ts'
import { readerAssets } from './assets.server.ts'
import { html, type SafeHtml, trusted } from './html.server.ts'
import type { CourseToRead, OutlineEntry } from './queries.server.ts'

const minutes = (words: number | null): number => Math.max(1, readingMinutes(words ?? 0))

export interface Frame {
  readonly title: string
  readonly course: Pick<CourseToRead, 'course_id' | 'course_title' | 'language' | 'direction'>
  readonly theme: 'light' | 'dark' | null
}

/** The document around everything students read. */
function frame({ title, course, theme }: Frame, body: SafeHtml): SafeHtml {
  const { script, style } = readerAssets()
  return html`<!doctype html>
<html lang="${course.language}" dir="${course.direction}"${theme && html` data-theme="${theme}"`}>
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${title} – ${course.course_title}</title>
<link rel="icon" href="/icon.svg" type="image/svg+xml">
<link rel="stylesheet" href="${style}">
<script type="module" src="${script}" blocking="render"></script>
</head>
<body>
<a class="skip" href="#page">Skip to the page</a>
${body}
</body>
</html>
`
}

const MARK = trusted('<svg class="mark" viewBox="0 0 24 24" width="22" height="22" aria-hidden="true"><path d="M8 3.5 13 2l4.5 2.3-.6 3L8.7 7.6Z" fill="var(--slate)"/><path d="M4.5 9.6 13 8.6l6 1.300 1 3.600-9 1.200-6-1Z" fill="var(--ochre)"/><path d="M2 16.5 9 15.5l3.5 2-.5 4L3.5 22Z" fill="var(--lichen)"/><path d="M13.5 16.5 21 15.700l1.500 5-8.500.8Z" fill="var(--lichen)"/></svg>')

function strip(course: Frame['course'], person: Person, path: string): SafeHtml {
  return html`<header class="strip">
<a class="course" href="/read/${course.course_id}">${MARK}<span>${course.course_title}</span></a>
<details class="theme"><summary>Theme</summary><form method="post" action="/theme"><input type="hidden" name="to" value="${path}">
<button name="theme" value="light">Light</button><button name="theme" value="dark">Dark</button><button name="theme" value="system">As the system</button></form></details>
<form method="post" action="/sign-out"><button class="quiet">Sign out</button></form>
<span class="face" style="background-color: ${person.colour}" title="${person.name}">${initials(person.name)}</span>
</header>`
}

export interface PageView {
  readonly itemId: string
  readonly title: string
  readonly segments: Segments
  readonly headings: readonly PublishedHeading[]
  readonly words: number
  /** What stands under the title: edition, date, note; each is shown with a middle dot between. */
  readonly facts: readonly string[]
  /** What fills each slot of the segments. */
  readonly fill: (slot: string) => string
}

interface Chapter {
  readonly lesson: OutlineEntry
  readonly pages: readonly OutlineEntry[]
}

/** The published pages in reading order, grouped by what they stand in: a lesson, or the unit itself. */
export function chapters(outline: readonly OutlineEntry[]): { unit: OutlineEntry; parts: Chapter[] }[] {
  const under = (parent: string): OutlineEntry[] => outline.filter((entry) => entry.parent === parent)
  return outline
    .filter((entry) => entry.kind === 'unit')
    .map((unit) => {
      const parts: Chapter[] = []
      for (const entry of under(unit.id)) {
        if (entry.kind === 'lesson') parts.push({ lesson: entry, pages: under(entry.id) })
        else if (parts.at(-1)?.lesson === unit) parts[parts.length - 1] = { lesson: unit, pages: [...parts.at(-1)!.pages, entry] }
        else parts.push({ lesson: unit, pages: [entry] })
      }
      return { unit, parts: parts.filter((part) => part.pages.length > 0) }
    })
    .filter(({ parts }) => parts.length > 0)
}

/** A page in the reading room. */
export function pagePage(request: { path: string; theme: Frame['theme'] }, course: CourseToRead, person: Person, view: PageView): SafeHtml {
  const units = chapters(course.outline)
  const all = units.flatMap(({ parts }) => parts.flatMap((part) => part.pages.map((page) => ({ page, part }))))
  const at = all.findIndex(({ page }) => page.id === view.itemId)
  const here = all[at]?.part
  const [previous, next] = [all[at - 1]?.page, all[at + 1]?.page]
  const link = (page: OutlineEntry): string => `/read/${course.course_id}/${page.id}`
  const body = html`${strip(course, person, request.path)}
<div class="room">
<nav class="lesson" aria-label="Lesson">
${here && html`<h2>${here.lesson.title}</h2><p class="soft">${here.pages.reduce((sum, page) => sum + minutes(page.words), 0)} minutes</p>
<ul>${here.pages.map((page) => html`<li><a href="${link(page)}"${page.id === view.itemId && html` aria-current="page"`}>${page.title || 'Untitled'}</a><span class="soft">${minutes(page.words)}</span></li>`)}</ul>`}
${units.map(({ unit, parts }) => html`<h3>${unit.title}</h3><ul>${parts.map((part) => html`<li><a href="${link(part.pages[0]!)}"${part.lesson.id === here?.lesson.id && html` aria-current="true"`}>${part.lesson === unit ? 'Before the lessons' : part.lesson.title}</a></li>`)}</ul>`)}
</nav>
<main id="page" tabindex="-1">
<article class="page-content">
<h1>${view.title}</h1>
<p class="facts">${[`${minutes(view.words)} ${minutes(view.words) === 1 ? 'minute' : 'minutes'}`, ...view.facts].join(' · ')}</p>
${trusted(fillSlots(view.segments, view.fill))}
</article>
</main>
<aside class="on-page">${view.headings.length > 1 && html`<nav aria-label="On this page"><h2>On this page</h2><ul>${view.headings.filter(({ level }) => level <= 3).map(({ id, text, level }) => html`<li class="level-${level}"><a href="#${id}">${text}</a></li>`)}</ul></nav>`}</aside>
</div>
<footer class="steps">
<span>${previous && html`<a class="button" rel="prev" href="${link(previous)}"><span aria-hidden="true" class="arrow">←</span> ${previous.title}</a>`}</span>
<span class="soft">${here && `${here.pages.findIndex((page) => page.id === view.itemId) + 1} of ${here.pages.length} in this lesson`}</span>
<span>${next && html`<a class="button primary" rel="next" href="${link(next)}">${next.title} <span aria-hidden="true" class="arrow">→</span></a>`}</span>
</footer>`
  return frame({ title: view.title, course, theme: request.theme }, body)
}

/** What a course holds for its students. */
export function contentsPage(request: { path: string; theme: Frame['theme'] }, course: CourseToRead, person: Person): SafeHtml {
  const units = chapters(course.outline)
  const body = html`${strip(course, person, request.path)}
<main id="page" class="contents" tabindex="-1">
<h1>${course.course_title}</h1>
${units.length === 0 && html`<p>Nothing is published in this course yet. Come back when your teacher has told you that it begins.</p>`}
${units.map(({ unit, parts }) => html`<section><h2>${unit.title}</h2>${parts.map((part) => html`<div>${part.lesson !== unit && html`<h3>${part.lesson.title}</h3>`}<ol>${part.pages.map((page) => html`<li><a href="/read/${course.course_id}/${page.id}">${page.title}</a> <span class="soft">${minutes(page.words)} min</span></li>`)}</ol></div>`)}</section>`)}
</main>`
  return frame({ title: 'Contents', course, theme: request.theme }, body)
}

/** A page that says why there is nothing to read. */
export function troublePage(theme: Frame['theme'], heading: string, words: string, requestId: string): SafeHtml {
  const course = { course_id: '', course_title: 'Fieldstone', language: 'en', direction: 'ltr' } as const
  return frame({ title: heading, course, theme }, html`<main id="page" class="contents"><h1>${heading}</h1><p>${words}</p><p class="soft">Request ${requestId}</p><p><a href="/">To your courses</a></p></main>`)
}

/** The page alone, as its author previews it. */
export function previewPage(theme: Frame['theme'], course: Frame['course'], view: PageView): SafeHtml {
  return frame(
    { title: view.title, course, theme },
    html`<main id="page" class="preview"><article class="page-content"><h1>${view.title || 'Untitled page'}</h1>
<p class="facts">${[`${minutes(view.words)} min`, ...view.facts].join(' · ')}</p>
${trusted(fillSlots(view.segments, view.fill))}
</article></main>`,
  )
}
