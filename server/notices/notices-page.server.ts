import { frame, type Visit } from '../reading/frame.server.ts'
import { html, type SafeHtml } from '../reading/html.server.ts'
import type { Notice } from './queries.server.ts'

/** A moment in the time of the course that it is about. */
export const noticeMoment = (at: string, timeZone: string): string => new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short', timeZone }).format(new Date(at))

/** Everything somebody was told, newest first; what is new is marked. */
export function noticesPage(theme: Visit['theme'], notices: readonly Notice[]): SafeHtml {
  return frame(
    { title: 'Notices', course: { course_title: 'Fieldstone', language: 'en', direction: 'ltr' }, theme },
    html`<main id="page" class="contents" tabindex="-1"><p><a href="/">To your courses</a></p><h1>Notices</h1>
${notices.length === 0 ? html`<p>Nothing yet. What is published, what is answered and what comes back to you is told here.</p>` : html`<ul class="notices">${notices.map(({ words, address, course, timeZone, at, isSeen }) => html`<li${!isSeen && html` class="is-new"`}><a href="${address}">${words}</a><span class="soft">${!isSeen && html`<b>new</b> · `}${course} · <time datetime="${at}">${noticeMoment(at, timeZone)}</time></span></li>`)}</ul>`}
</main>`,
  )
}
