import { createTransport } from 'nodemailer'
import { config } from '../config.server.ts'
import { type Database, transaction } from '../database/pool.server.ts'
import { log } from '../log.server.ts'
import { takeToMail } from './queries.server.ts'

const transport = config.SMTP_URL ? createTransport(config.SMTP_URL, { from: config.MAIL_FROM }) : null
const home = config.ADDRESS ?? `http://localhost:${config.PORT}`

/**
 * Sends every notice that was not mailed yet, each as a mail of its own, one after the other: what was sent stays sent.
 * Without a mail server nothing is sent, and nothing is kept for later.
 */
export async function mailNotices(): Promise<void> {
  // A mail server that can't just now takes the mark back: the job is tried again. One that refuses for good (RFC 5321, 4.2.1: 5yz) is not asked again.
  while (await transaction(mailOne));
}

async function mailOne(db: Database): Promise<boolean> {
  const [notice] = await takeToMail(db, 1)
  if (!notice) return false
  const { email, name, course, words, address } = notice
  try {
    await transport?.sendMail({ to: { name, address: email }, subject: `${course}: ${words.slice(0, 80).toWellFormed()}`, text: `${words}\n\n${new URL(address, home).href}\n\nYou get this because you follow it in ${course}. In the reading room, “My reading” lists what you follow.\n` })
  } catch (error) {
    const code = error instanceof Error && 'responseCode' in error ? Number(error.responseCode) : 0
    if (code < 500) throw error
    log.warn({ notice: notice.id, code }, 'a mail was refused for good')
  }
  return true
}
