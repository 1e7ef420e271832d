import { createServer } from 'node:http'
import { fileURLToPath } from 'node:url'
import { MailTray } from './mail-tray.ts'
import { Millrace } from './millrace.ts'

/*
 * The simulated outside: each host by its name, all on one port. A small web of pages for the demo to point at, and
 * Millrace Video, and a tray for outgoing mail; hosts that later parts of Fieldstone talk to join them here.
 */
const PAGES: Record<string, { title: string; words: string }> = {
  '/': {
    title: 'Stand-ins',
    words: 'This small server stands in for the web outside Fieldstone. Nothing here is real.',
  },
  '/fellside/weather': {
    title: 'Fellside weather diary',
    words: 'Frost on 61 nights last winter; the ground was hard to 14 cm in the first week of February.',
  },
  '/fellside/quarry': {
    title: 'Hagg Quarry, walling stone',
    words: 'Sandstone for walling, by the tonne, collected. Coping stones are sorted out by hand on Thursdays.',
  },
}

function page({ title, words }: { title: string; words: string }): string {
  const links = Object.entries(PAGES)
    .map(([path, each]) => `<li><a href="${path}">${each.title}</a></li>`)
    .join('')
  return `<!doctype html><html lang="en"><meta charset="utf-8"><title>${title}</title><h1>${title}</h1><p>${words}</p><ul>${links}</ul></html>`
}

const port = Number(process.env.STANDINS_PORT ?? 4311)
const film = fileURLToPath(new URL('../demo/media/packing-hearting.webm', import.meta.url))
const millrace = new Millrace(process.env.STANDINS_DATA ?? '.data/standins', `http://millrace.localhost:${port}`, [
  { id: 'hearting', title: 'Packing the hearting', view: 'everybody', width: 640, height: 360, file: film },
  { id: 'rehearsal', title: 'Rehearsal, not for students', view: 'owner', width: 640, height: 360, file: film },
])

const mail = new MailTray()
if (process.env.STANDINS_MAIL_PORT) mail.listen(Number(process.env.STANDINS_MAIL_PORT))

const server = createServer((request, response) => {
  if (/^millrace\.localhost(:\d+)?$/.test(request.headers.host ?? '')) {
    millrace.answer(request, response).catch(() => response.writeHead(500).end())
    return
  }
  if (/^mail\.localhost(:\d+)?$/.test(request.headers.host ?? '')) return mail.answer(request, response)
  const { pathname } = new URL(request.url ?? '/', 'http://localhost')
  const found = PAGES[pathname]
  response.writeHead(found ? 200 : 404, {
    'Content-Type': 'text/html; charset=utf-8',
    'X-Content-Type-Options': 'nosniff',
  })
  response.end(page(found ?? { title: 'No longer here', words: 'This page has been taken away.' }))
})
server.listen(port, '127.0.0.1')
for (const signal of ['SIGTERM', 'SIGINT'] as const)
  process.on(signal, () => {
    mail.close()
    server.close(() => process.exit(0))
  })
