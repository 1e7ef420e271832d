import { initials } from '../../core/people/initials.ts'
import type { Person } from '../people/queries.server.ts'
import { readerAssets } from './assets.server.ts'
import { html, type SafeHtml, trusted } from '../../core/tree/template.ts'
import type { Outline } from '../../core/reading/outline.ts'
import type { CourseToRead } from './queries.server.ts'

/** Who reads what, when and how: what every page of the reading room is made from. */
export interface Visit {
  readonly course: Pick<CourseToRead, 'course_id' | 'course_title' | 'language' | 'direction' | 'time_zone' | 'unseen'>
  readonly person: Person
  readonly outline: Outline
  readonly theme: 'light' | 'dark' | null
  /** The address that was asked for, to come back to. */
  readonly path: string
  /** The author looks at it as a made-up student: nothing that is done here is kept. */
  readonly isPreview: boolean
  /** Where an entry is read. */
  href: (entryId: string) => string
}

/** The document around everything students read. */
export function frame(
  {
    title,
    course,
    theme,
  }: { title: string; course: Pick<CourseToRead, 'course_title' | 'language' | 'direction'>; theme: Visit['theme'] },
  body: SafeHtml,
): SafeHtml {
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

const MARK = trusted(
  '<svg class="mark" viewBox="0 0 24 24" width="22" height="22" aria-hidden="true"><path d="M8 3.5 13 2l4.5 2.3-.6 3L8.7 7.6Z" fill="var(--slate)"/><path d="M4.5 9.6 13 8.6l6 1.300 1 3.600-9 1.200-6-1Z" fill="var(--ochre)"/><path d="M2 16.5 9 15.5l3.5 2-.5 4L3.5 22Z" fill="var(--lichen)"/><path d="M13.5 16.5 21 15.700l1.500 5-8.500.8Z" fill="var(--lichen)"/></svg>',
)

/** The strip on top: the course, how far one is, search, theme, oneself. In the author's preview there is none. */
export function strip({ course, person, outline, path, isPreview }: Visit, words = ''): SafeHtml | null {
  if (isPreview) return null
  const { count, doneCount } = outline.progress()
  const home = `/read/${course.course_id}`
  return html`<header class="strip">
<a class="course" href="${home}">${MARK}<span>${course.course_title}</span></a>
${count > 0 && html`<span class="soft done-count">${doneCount} of ${count} done</span>`}
<form class="search" role="search" aria-label="Course" action="${home}/search"><input type="search" name="words" value="${words}" aria-label="Search the course" placeholder="Search the course"></form>
<a class="notices-link" href="${home}/mine">My reading</a>
<a class="notices-link" href="/notices">Notices${course.unseen > 0 && html` <b>${course.unseen}<span class="unseen"> new</span></b>`}</a>
<details class="theme"><summary>Theme</summary><form method="post" action="/theme"><input type="hidden" name="to" value="${path}">
<button name="theme" value="light">Light</button><button name="theme" value="dark">Dark</button><button name="theme" value="system">Same as the system</button></form></details>
<form method="post" action="/sign-out"><button class="quiet">Sign out</button></form>
<a class="face" href="/account" style="background-color: ${person.colour}" title="${person.name}: your account"><span aria-hidden="true">${initials(person.name)}</span><span class="unseen">Your account</span></a>
</header>`
}
