import { initials } from '../../core/people/initials.ts'
import type { Person } from '../people/queries.server.ts'
import { readerAssets } from './assets.server.ts'
import { html, type SafeHtml, trusted } from '../../core/tree/template.ts'
import type { Outline } from '../../core/reading/outline.ts'
import type { CourseToRead } from './queries.server.ts'
import type { Say } from '../../core/words/say.ts'

/** Who reads what, when and how: what every page of the reading room is made from. */
export interface Visit {
  readonly course: Pick<CourseToRead, 'course_id' | 'course_title' | 'language' | 'direction' | 'time_zone' | 'unseen'>
  readonly person: Person
  readonly outline: Outline
  /** Says the room's own words. */
  readonly say: Say
  readonly theme: 'light' | 'dark' | null
  /** The address that was asked for, to come back to. */
  readonly path: string
  /** The author looks at it as a made-up student: nothing that is done here is kept. */
  readonly isPreview: boolean
  /** Where an entry is read. */
  href: (entryId: string) => string
}

/**
 * Words of the course's people among the room's own: said in the course's language where the room speaks another (WCAG
 * 2.2, 3.1.2).
 */
export const inCourse = ({ say, course }: Pick<Visit, 'say' | 'course'>, words: string): SafeHtml | string =>
  say.language === course.language
    ? words
    : html`<bdi lang="${course.language}" dir="${course.direction}">${words}</bdi>`

/** The attributes of what holds words of the course alone, where the room speaks another language. */
export const courseLanguage = ({ say, course }: Pick<Visit, 'say' | 'course'>): SafeHtml | false =>
  say.language !== course.language && html` lang="${course.language}" dir="${course.direction}"`

/** The attributes of the room's own words among those of the course. */
export const roomLanguage = ({ say, course }: Pick<Visit, 'say' | 'course'>): SafeHtml | false =>
  say.language !== course.language && html` lang="${say.language}" dir="${say.direction}"`

/** What our script says by itself. */
export const scriptWords = (say: Say): SafeHtml =>
  html` data-unchecked="${say('exercise.unchecked')}" data-unsent="${say('exercise.unsent')}"`

/** The document around everything students read, in the language in which the room speaks. */
export function frame(
  { title, course_title, theme, say }: { title: string; course_title: string } & Pick<Visit, 'theme' | 'say'>,
  body: SafeHtml,
): SafeHtml {
  const { script, style } = readerAssets()
  return html`<!doctype html>
<html lang="${say.language}" dir="${say.direction}"${theme && html` data-theme="${theme}"`}>
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${title} – ${course_title}</title>
<link rel="icon" href="/icon.svg" type="image/svg+xml">
<link rel="stylesheet" href="${style}">
<script type="module" src="${script}" blocking="render"></script>
</head>
<body${scriptWords(say)}>
<a class="skip" href="#page">${say('room.skip')}</a>
${body}
</body>
</html>
`
}

const MARK = trusted(
  '<svg class="mark" viewBox="0 0 24 24" width="22" height="22" aria-hidden="true"><path d="M8 3.5 13 2l4.5 2.3-.6 3L8.7 7.6Z" fill="var(--slate)"/><path d="M4.5 9.6 13 8.6l6 1.300 1 3.600-9 1.200-6-1Z" fill="var(--ochre)"/><path d="M2 16.5 9 15.5l3.5 2-.5 4L3.5 22Z" fill="var(--lichen)"/><path d="M13.5 16.5 21 15.700l1.500 5-8.500.8Z" fill="var(--lichen)"/></svg>',
)

/**
 * The strip on top: the course, how far one is, search, theme, oneself; on a phone all but the course and oneself opens
 * from a menu, which needs no script (HTML Standard, “popover”). In the author's preview there is none.
 */
export function strip(visit: Visit, words = ''): SafeHtml | null {
  const { course, person, outline, path, isPreview, say } = visit
  if (isPreview) return null
  const { count, doneCount } = outline.progress()
  const home = `/read/${course.course_id}`
  const unseen = course.unseen > 0 && html` <b>${course.unseen}<span class="unseen"> ${say('room.new')}</span></b>`
  return html`<header class="strip">
<a class="course" href="${home}">${MARK}<span>${inCourse(visit, course.course_title)}</span></a>
<button type="button" class="strip-menu" popovertarget="strip-parts">${say('room.menu')}${unseen}</button>
<div class="strip-parts" id="strip-parts" popover>
${count > 0 && html`<span class="soft done-count">${say('room.doneOf', { done: doneCount, count })}</span>`}
<form class="search" role="search" aria-label="${say('room.courseSearch')}" action="${home}/search"><input type="search" name="words" value="${words}" aria-label="${say('room.searchCourse')}" placeholder="${say('room.searchCourse')}"></form>
<a class="notices-link" href="${home}/mine">${say('room.myReading')}</a>
<a class="notices-link" href="/notices">${say('room.notices')}${unseen}</a>
<details class="theme"><summary>${say('room.theme')}</summary><form method="post" action="/theme"><input type="hidden" name="to" value="${path}">
<button name="theme" value="light">${say('room.light')}</button><button name="theme" value="dark">${say('room.dark')}</button><button name="theme" value="system">${say('room.system')}</button></form></details>
<form method="post" action="/sign-out"><button class="quiet">${say('room.signOut')}</button></form>
</div>
<a class="face" href="/account" style="background-color: ${person.colour}" title="${say('room.accountOf', { name: person.name })}"><span aria-hidden="true">${initials(person.name)}</span><span class="unseen">${say('room.account')}</span></a>
</header>`
}
