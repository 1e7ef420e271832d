import { createTransport } from 'nodemailer'
import { config } from '../config.server.ts'
import { transaction } from '../database/pool.server.ts'
import { takeToMail } from './queries.server.ts'

const MOST_AT_ONCE = 50
const transport = config.SMTP_URL ? createTransport(config.SMTP_URL, { from: config.MAIL_FROM }) : null
const home = config.ADDRESS ?? `http://localhost:${config.PORT}`

/** Sends every notice that was not mailed yet, each as a mail of its own. Without a mail server nothing is sent, and nothing is kept for later. */
export async function mailNotices(): Promise<void> {
  for (;;) {
    // A mail server that refuses takes the marks back: the job is tried again.
    const count = await transaction(async (db) => {
      const notices = await takeToMail(db, MOST_AT_ONCE)
      for (const { email, name, course, words, address } of transport ? notices : [])
        await transport?.sendMail({ to: { name, address: email }, subject: `${course}: ${words.slice(0, 80).toWellFormed()}`, text: `${words}\n\n${new URL(address, home).href}\n\nYou get this because you follow it in ${course}. In the reading room, “My reading” lists what you follow.\n` })
      return notices.length
    })
    if (count < MOST_AT_ONCE) return
  }
}
