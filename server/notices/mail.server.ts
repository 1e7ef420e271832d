import { createTransport } from 'nodemailer'
import { type Say, sayIn } from '../../core/words/say.ts'
import { config } from '../config.server.ts'
import { type Database, pool, transaction } from '../database/pool.server.ts'
import { log } from '../log.server.ts'
import { type NoticeToMail, takeToMail, updateMailed } from './queries.server.ts'

/** A few connections are kept open while there is something to send. */
const transport = config.SMTP_URL
  ? createTransport({ url: config.SMTP_URL, pool: true, maxConnections: 3 }, { from: config.MAIL_FROM })
  : null
const home = config.ADDRESS ?? `http://localhost:${config.PORT}`

/** So many people get their mail at once, with so many notices in one mail. */
const PEOPLE = 25
const NOTICES = 100

/**
 * Sends what is due, one mail a person with all of it, some people at a time; what was sent stays sent. Without a mail
 * server nothing is sent, and nothing is kept for later.
 * @throws when some could not go just now: the job is tried again with growing pauses, then with the next run of the
 * day's plan.
 */
export async function mailNotices(): Promise<void> {
  for (;;) {
    const { count, problem } = await transaction(mailSome)
    if (problem) throw problem
    if (count === 0) return
  }
}

/**
 * The mails of the next people. A mail server that can't just now leaves them due; one that refuses for good (RFC 5321,
 * 4.2.1: 5yz) is not asked again.
 */
async function mailSome(db: Database): Promise<{ count: number; problem: Error | null }> {
  const notices = await takeToMail(db, PEOPLE, NOTICES)
  const byPerson = grouped(notices)
  let problem: Error | null = null
  const done: string[] = []
  await Promise.all(
    [...byPerson.values()].map(async (mine) => {
      try {
        await transport?.sendMail(mailOf(mine))
      } catch (error) {
        const code = error instanceof Error && 'responseCode' in error ? Number(error.responseCode) : 0
        if (code < 500) return void (problem = error instanceof Error ? error : new Error(String(error)))
        log.warn({ notices: mine.length, code }, 'a mail was refused for good')
      }
      done.push(...mine.map(({ id }) => id))
    }),
  )
  await updateMailed(db, done)
  return { count: notices.length, problem }
}

function grouped(notices: readonly NoticeToMail[]): Map<string, NoticeToMail[]> {
  const found = new Map<string, NoticeToMail[]>()
  for (const notice of notices) found.set(notice.personId, [...(found.get(notice.personId) ?? []), notice])
  return found
}

/** Who says what stands around notices: in the language of their courses if they agree on one, else in English. */
function saidOf(notices: readonly NoticeToMail[]): Say {
  const [only, ...others] = new Set(notices.flatMap(({ language }) => language ?? []))
  return sayIn(only !== undefined && others.length === 0 ? only : 'en')
}

/** One mail of everything that is due to one person. */
function mailOf(notices: readonly NoticeToMail[]): {
  to: { name: string; address: string }
  subject: string
  text: string
} {
  const [first] = notices
  if (!first) throw new Error('A mail needs a notice.')
  const say = saidOf(notices)
  const courses = new Set(notices.map(({ course }) => course))
  const subject =
    notices.length === 1
      ? `${first.course}: ${first.words.slice(0, 80).toWellFormed()}`
      : courses.size === 1
        ? say('notices.mailSubject', { count: notices.length, course: first.course })
        : say('notices.mailSubjectCourses', { count: notices.length })
  const told = notices.map(
    ({ course, words, address }) => `${courses.size > 1 ? `${course}: ` : ''}${words}\n${new URL(address, home).href}`,
  )
  return {
    to: { name: first.name, address: first.email },
    subject,
    text: `${told.join('\n\n')}\n\n${say('notices.mailFoot')}\n${new URL('/notices', home).href}\n`,
  }
}

/** Sends somebody a way to a new password. */
export async function mailReset({
  personId,
  token,
  language,
}: {
  readonly personId: string
  readonly token: string
  readonly language: string
}): Promise<void> {
  const { rows } = await pool.query<{ name: string; email: string }>(
    'select name, email from people where id = $1::text and deleted_at is null',
    [personId],
  )
  const person = rows[0]
  if (!person) return
  const say = sayIn(language)
  await transport?.sendMail({
    to: { name: person.name, address: person.email },
    subject: say('account.resetSubject'),
    // The address stands by itself: no sign of direction may become part of it.
    text: `${say('account.resetMail')}\n${new URL(`/new-password?way=${token}`, home).href}\n\n${say('account.resetNotYou')}\n`,
  })
}

/** Lets go of the connections. */
export function stopMailing(): void {
  transport?.close()
}
