import { sayIn } from '../../core/words/say.ts'
import { frame, type Visit } from '../reading/frame.server.ts'
import { html, type SafeHtml } from '../../core/tree/template.ts'
import { MAIL_PACES, type MailPace, type Notice } from './queries.server.ts'

/** A moment in the time of the course that it is about. */
export const noticeTime = (at: string, timeZone: string): string =>
  new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short', timeZone }).format(new Date(at))

/** Everything somebody was told, newest first; what is new is marked. */
export function noticesPage(theme: Visit['theme'], notices: readonly Notice[], pace: MailPace | null): SafeHtml {
  return frame(
    { title: 'Notices', course_title: 'Fieldstone', theme, say: sayIn('en') },
    html`<main id="page" class="contents" tabindex="-1"><p><a href="/">To your courses</a></p><h1>Notices</h1>
${notices.length === 0 ? html`<p>Nothing yet. You will find here what is published, who replied to you and what was returned to you.</p>` : html`<ul class="notices">${notices.map(({ words, address, course, timeZone, at, isSeen }) => html`<li${!isSeen && html` class="is-new"`}><a href="${address}">${words}</a><span class="soft">${!isSeen && html`<b>new</b> · `}${course} · <time datetime="${at}">${noticeTime(at, timeZone)}</time></span></li>`)}</ul>`}
${mailChoice(pace)}
</main>`,
  )
}

const PACES: Record<MailPace, string> = {
  'at once': 'As soon as something is new',
  daily: 'Once a day, all in one message',
  never: 'Never: I look here',
}

/** When somebody wants their mail. */
function mailChoice(pace: MailPace | null): SafeHtml {
  return html`<section class="mail-choice"><h2>E-mail</h2>
${pace === null && html`<p>You have not chosen yet. E-mail comes as soon as something is new; what students write and hand in where you are an author comes once a day, all in one message.</p>`}
<form method="post"><fieldset><legend>When should we e-mail you about these?</legend>
${MAIL_PACES.map((each) => html`<label><input type="radio" name="pace" value="${each}"${each === pace && html` checked`} required> ${PACES[each]}</label>`)}
</fieldset><button>Save</button></form></section>`
}
