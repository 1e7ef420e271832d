import { sayIn } from '../../core/words/say.ts'
import { frame, type Visit } from '../reading/frame.server.ts'
import { html, type SafeHtml, trusted } from '../../core/tree/template.ts'
import type { Changed } from './account.server.ts'
import type { Person } from './queries.server.ts'

const HERE = { course_title: 'Fieldstone', say: sayIn('en') }

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
  theme: Visit['theme'],
  person: Person,
  { sessions, hasSecondStep, fresh }: AccountState,
  result: Changed | null,
): SafeHtml {
  return frame(
    { title: 'Your account', ...HERE, theme },
    html`<main id="page" class="contents account" tabindex="-1"><p><a href="/">To your courses</a> · <a href="/notices">Notices and e-mail</a></p><h1>Your account</h1>
<p>${person.name}, ${person.email}</p>
${said(result)}
<section><h2>Password</h2><form method="post"><input type="hidden" name="intent" value="password">${whose(person.email)}${field('Your current password', 'current', 'password', 'current-password')}${field('New password, at least ten characters', 'fresh', 'password', 'new-password')}<button>Change the password</button></form></section>
<section><h2>Where you are signed in</h2><p>${sessions === 1 ? 'Only here.' : `Here and in ${sessions - 1} ${sessions === 2 ? 'other place' : 'other places'}.`}</p><form method="post"><button name="intent" value="elsewhere">Sign out everywhere else</button></form></section>
${
  hasSecondStep
    ? html`<section><h2>Two-step sign-in</h2><p>Signing in takes your password and a code from your authenticator app.</p><form method="post"><input type="hidden" name="intent" value="no second step">${whose(person.email)}${field('Your password', 'current', 'password', 'current-password')}<button>Turn off two-step sign-in</button></form></section>`
    : fresh &&
      html`<section><h2>Two-step sign-in</h2><p>With a code from an authenticator app besides your password, somebody who learns your password still can’t sign in.</p>
<div class="account-picture">${trusted(fresh.picture)}</div><p>Scan the picture with the app, or type this key into it: <code>${fresh.secret.match(/.{4}/g)?.join(' ')}</code></p>
<form method="post"><input type="hidden" name="intent" value="second step"><input type="hidden" name="secret" value="${fresh.secret}"><label>Code that the app shows<input name="code" inputmode="numeric" autocomplete="one-time-code" maxlength="10" required></label><button>Turn on two-step sign-in</button></form></section>`
}
</main>`,
  )
}

/** Asks for a way to a new password (`way` null), or sets it. */
export function newPasswordPage(
  theme: Visit['theme'],
  way: string | null,
  person: Person | null,
  result: Changed | null,
): SafeHtml {
  const body =
    way === null || (!person && !result)
      ? html`${way !== null && html`<p class="account-said" role="alert">This link was already used, or is older than an hour. Ask for a new one.</p>`}<p>Type the e-mail address you sign in with. If it is known here, a message is sent to it that leads to a new password.</p>
<form method="post" action="/new-password"><label>Address<input name="email" type="email" autocomplete="username" maxlength="200" required></label><button>Send the mail</button></form>`
      : person &&
        html`<p>For ${person.name}.</p><form method="post" action="/new-password"><input type="hidden" name="way" value="${way}">${whose(person.email)}${field('New password, at least ten characters', 'fresh', 'password', 'new-password')}<button>Save the password</button></form>`
  return frame(
    { title: 'A new password', ...HERE, theme },
    html`<main id="page" class="contents account" tabindex="-1"><p><a href="/sign-in">Back to sign in</a></p><h1>A new password</h1>${said(result)}${body}</main>`,
  )
}
