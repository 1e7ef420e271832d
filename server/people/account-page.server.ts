import { frame, type Visit } from '../reading/frame.server.ts'
import { html, type SafeHtml, trusted } from '../../core/tree/template.ts'
import type { Changed } from './account.server.ts'
import type { Person } from './queries.server.ts'

/** In which look and which language a page that stands in no course is drawn. */
export type Look = Pick<Visit, 'theme' | 'say'>

const said = (result: Changed | null): SafeHtml | null =>
  result &&
  html`<p class="account-said" role="${result.ok ? 'status' : 'alert'}">${result.ok ? result.words : result.reason}</p>`
const field = (label: string, name: string, type: string, autocomplete: string): SafeHtml =>
  html`<label>${label}<input name="${name}" type="${type}" autocomplete="${autocomplete}" maxlength="500" required></label>`

/** Whose password it is, for whatever fills in and keeps passwords. */
const whose = (email: string): SafeHtml =>
  html`<input type="text" name="username" autocomplete="username" value="${email}" hidden>`

export interface AccountState {
  readonly sessions: number
  /** Whether signing in takes a code too. */
  readonly hasSecondStep: boolean
  /** For a second step that could be begun: its secret, and the picture of it (SVG of the standard package). */
  readonly fresh: { readonly secret: string; readonly picture: string } | null
}

/** Somebody's own account: password, where they are signed in, the second step. */
export function accountPage(
  { theme, say }: Look,
  person: Person,
  { sessions, hasSecondStep, fresh }: AccountState,
  result: Changed | null,
): SafeHtml {
  return frame(
    { title: say('account.yourAccount'), course_title: 'Fieldstone', theme, say },
    html`<main id="page" class="contents account" tabindex="-1"><p><a href="/">${say('account.toCourses')}</a> · <a href="/notices">${say('account.noticesAndMail')}</a></p><h1>${say('account.yourAccount')}</h1>
<p>${person.name}, ${person.email}</p>
${said(result)}
<section><h2>${say('account.password')}</h2><form method="post"><input type="hidden" name="intent" value="password">${whose(person.email)}${field(say('account.current'), 'current', 'password', 'current-password')}${field(say('account.fresh'), 'fresh', 'password', 'new-password')}<button>${say('account.change')}</button></form></section>
<section><h2>${say('account.whereSignedIn')}</h2><p>${say('account.signedInAt', { others: sessions - 1 })}</p><form method="post"><button name="intent" value="elsewhere">${say('account.signOutElsewhere')}</button></form></section>
${
  hasSecondStep
    ? html`<section><h2>${say('account.twoStep')}</h2><p>${say('account.twoStepIsOn')}</p><form method="post"><input type="hidden" name="intent" value="no second step">${whose(person.email)}${field(say('account.yourPassword'), 'current', 'password', 'current-password')}<button>${say('account.twoStepOff')}</button></form></section>`
    : fresh &&
      html`<section><h2>${say('account.twoStep')}</h2><p>${say('account.twoStepWhy')}</p>
<div class="account-picture">${trusted(fresh.picture)}</div><p>${say.html('account.scan', { key: html`<code dir="ltr">${fresh.secret.match(/.{4}/g)?.join(' ')}</code>` })}</p>
<form method="post"><input type="hidden" name="intent" value="second step"><input type="hidden" name="secret" value="${fresh.secret}"><label>${say('account.codeShown')}<input name="code" inputmode="numeric" autocomplete="one-time-code" maxlength="10" required></label><button>${say('account.twoStepOn')}</button></form></section>`
}
</main>`,
  )
}

/** Asks for a way to a new password (`way` null), or sets it. */
export function newPasswordPage(
  { theme, say }: Look,
  way: string | null,
  person: Person | null,
  result: Changed | null,
): SafeHtml {
  const body =
    way === null || (!person && !result)
      ? html`${way !== null && html`<p class="account-said" role="alert">${say('account.linkUsed')}</p>`}<p>${say('account.askNew')}</p>
<form method="post" action="/new-password"><label>${say('account.email')}<input name="email" type="email" autocomplete="username" maxlength="200" required></label><button>${say('account.sendMail')}</button></form>`
      : person &&
        html`<p>${say('account.forPerson', { name: person.name })}</p><form method="post" action="/new-password"><input type="hidden" name="way" value="${way}">${whose(person.email)}${field(say('account.fresh'), 'fresh', 'password', 'new-password')}<button>${say('account.saveNew')}</button></form>`
  return frame(
    { title: say('account.newPassword'), course_title: 'Fieldstone', theme, say },
    html`<main id="page" class="contents account" tabindex="-1"><p><a href="/sign-in">${say('account.backToSignIn')}</a></p><h1>${say('account.newPassword')}</h1>${said(result)}${body}</main>`,
  )
}
