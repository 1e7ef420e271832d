import type { IncomingMessage, ServerResponse } from 'node:http'
import { simpleParser } from 'mailparser'
import { SMTPServer } from 'smtp-server'

interface Mail {
  readonly to: string
  readonly subject: string
  readonly text: string
  readonly at: Date
}

const MOST = 500
const SIGNS: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' }
const escaped = (words: string): string => words.replace(/[&<>"]/g, (sign) => SIGNS[sign] ?? sign)

/** A mail server that delivers to nobody: whatever is sent lies in its tray, to be looked at. */
export class MailTray {
  readonly #mails: Mail[] = []
  readonly #server = new SMTPServer({
    authOptional: true,
    disabledCommands: ['AUTH', 'STARTTLS'],
    size: 2_000_000,
    onData: (stream, _session, done) => {
      simpleParser(stream).then(
        (mail) => {
          const to = (Array.isArray(mail.to) ? mail.to : [mail.to]).flatMap((each) => each?.text ?? []).join(', ')
          this.#mails.unshift({ to, subject: mail.subject ?? '', text: mail.text ?? '', at: new Date() })
          this.#mails.splice(MOST)
          done()
        },
        (error: Error) => done(error),
      )
    },
  })

  listen(port: number): void {
    this.#server.listen(port, '127.0.0.1')
  }

  close(): void {
    this.#server.close(() => undefined)
  }

  /** The tray as a page, the newest mail first. */
  answer(request: IncomingMessage, response: ServerResponse): void {
    const words = new URL(request.url ?? '/', 'http://localhost').searchParams.get('to') ?? ''
    const shown = this.#mails.filter(({ to }) => to.includes(words))
    response.writeHead(200, { 'Content-Type': 'text/html; charset=utf-8', 'X-Content-Type-Options': 'nosniff' })
    response.end(`<!doctype html><html lang="en"><meta charset="utf-8"><title>Outgoing mail</title><h1>Outgoing mail</h1>
<p>Mail that Fieldstone sent. It goes to nobody; the newest is first.</p>
${shown.length === 0 ? '<p>Nothing yet.</p>' : `<ol>${shown.map(({ to, subject, text, at }) => `<li><h2>${escaped(subject)}</h2><p>To ${escaped(to)}, ${at.toISOString()}</p><pre>${escaped(text)}</pre></li>`).join('')}</ol>`}</html>`)
  }
}
