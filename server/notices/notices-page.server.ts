import type { Say } from '../../core/words/say.ts'
import type { MessageName } from '../../core/words/languages.ts'
import { frame, type Visit } from '../reading/frame.server.ts'
import { html, type SafeHtml } from '../../core/tree/template.ts'
import { MAIL_PACES, type MailPace, type Notice } from './queries.server.ts'

/** A moment in the time of the course that it is about. */
export const noticeTime = (at: string, timeZone: string, language: string): string =>
  new Intl.DateTimeFormat(language === 'en' ? 'en-GB' : language, {
    dateStyle: 'medium',
    timeStyle: 'short',
    timeZone,
  }).format(new Date(at))

/** Everything somebody was told, newest first; what is new is marked. */
export function noticesPage(
  { theme, say }: Pick<Visit, 'theme' | 'say'>,
  notices: readonly Notice[],
  pace: MailPace | null,
): SafeHtml {
  return frame(
    { title: say('notices.title'), course_title: 'Fieldstone', theme, say },
    html`<main id="page" class="contents" tabindex="-1"><p><a href="/">${say('account.toCourses')}</a></p><h1>${say('notices.title')}</h1>
${notices.length === 0 ? html`<p>${say('notices.nothing')}</p>` : html`<ul class="notices">${notices.map(({ words, address, course, timeZone, at, isSeen }) => html`<li${!isSeen && html` class="is-new"`}><a href="${address}" dir="auto">${words}</a><span class="soft">${!isSeen && html`<b>${say('notices.new')}</b> · `}<bdi>${course}</bdi> · <time datetime="${at}">${noticeTime(at, timeZone, say.language)}</time></span></li>`)}</ul>`}
${mailChoice(pace, say)}
</main>`,
  )
}

const PACES: Record<MailPace, MessageName> = {
  'at once': 'notices.atOnce',
  daily: 'notices.daily',
  never: 'notices.never',
}

/** When somebody wants their mail. */
function mailChoice(pace: MailPace | null, say: Say): SafeHtml {
  return html`<section class="mail-choice"><h2>${say('notices.mail')}</h2>
${pace === null && html`<p>${say('notices.notChosen')}</p>`}
<form method="post"><fieldset><legend>${say('notices.when')}</legend>
${MAIL_PACES.map((each) => html`<label><input type="radio" name="pace" value="${each}"${each === pace && html` checked`} required> ${say(PACES[each])}</label>`)}
</fieldset><button>${say('notices.save')}</button></form></section>`
}
