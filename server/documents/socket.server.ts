import type { IncomingMessage, Server } from 'node:http'
import type { Duplex } from 'node:stream'
import { type WebSocket, WebSocketServer } from 'ws'
import { z } from 'zod'
import { may } from '../../core/access/access.ts'
import { clientMessage, identifier } from '../../core/document/wire.ts'
import { findCourseOfDocument } from '../courses/queries.server.ts'
import { pool } from '../database/pool.server.ts'
import { log } from '../log.server.ts'
import type { Person } from '../people/queries.server.ts'
import { sessionOf } from '../people/sessions.server.ts'
import { isOwnOrigin } from '../web/origin.server.ts'
import { type Follower, follow, tellPresence, unfollow } from './hub.server.ts'

const query = z.object({ document: identifier, client: identifier, since: z.coerce.number().int().min(0) })
/** A follower that takes nothing for so long a queue is cut off; it comes back and catches up from the log. */
const MOST_BUFFERED = 8 * 1024 * 1024
const HEARTBEAT = 25_000

const sockets = new WebSocketServer({ noServer: true, maxPayload: 16 * 1024 })

/** Answers `/live`: origin, session and right are looked at before a socket exists. */
export function attachSockets(server: Server): void {
  server.on('upgrade', (request, stream, head) => {
    stream.on('error', () => stream.destroy())
    void admit(request, stream, head).catch((error: unknown) => {
      log.warn({ error: String(error) }, 'a socket was not opened')
      refuse(stream, '503 Service Unavailable')
    })
  })
}

/** Closes all sockets, telling clients that the server is going away. */
export function closeSockets(): void {
  for (const socket of sockets.clients) socket.close(1001)
}

async function admit(request: IncomingMessage, stream: Duplex, head: Buffer): Promise<void> {
  const url = new URL(request.url ?? '/', 'http://localhost')
  if (url.pathname !== '/live') return refuse(stream, '404 Not Found')
  if (!isOwnOrigin(request.headers.origin, request.headers.host)) return refuse(stream, '403 Forbidden')
  const parsed = query.safeParse(Object.fromEntries(url.searchParams))
  if (!parsed.success) return refuse(stream, '400 Bad Request')
  const session = await sessionOf(request.headers.cookie, false)
  if (!session) return refuse(stream, '401 Unauthorized')
  const { person } = session
  if (!(await mayFollow(person, parsed.data.document))) return refuse(stream, '403 Forbidden')
  sockets.handleUpgrade(request, stream, head, (socket) => {
    run(socket, person, parsed.data, request.headers.cookie)
  })
}

async function mayFollow(person: Person, documentId: string): Promise<boolean> {
  const course = await findCourseOfDocument(pool, documentId, person.id)
  return course !== null && may({ isManager: person.isManager, role: course.role }, 'write')
}

function refuse(stream: Duplex, status: string): void {
  stream.end(`HTTP/1.1 ${status}\r\nConnection: close\r\nContent-Length: 0\r\n\r\n`)
}

function run(socket: WebSocket, person: Person, { document, client, since }: z.infer<typeof query>, cookie: string | undefined): void {
  const follower: Follower = {
    client,
    version: since,
    send: (message) => {
      if (socket.bufferedAmount > MOST_BUFFERED) socket.terminate()
      else if (socket.readyState === socket.OPEN) socket.send(JSON.stringify(message))
    },
  }
  const here = { client, person: person.id, name: person.name, colour: person.colour }
  const say = (presence: Parameters<typeof tellPresence>[1]): void => {
    tellPresence(document, presence).catch(() => undefined)
  }
  let alive = true
  const heartbeat = setInterval(() => void beat(), HEARTBEAT)
  const beat = async (): Promise<void> => {
    if (!alive) return socket.terminate()
    alive = false
    socket.ping()
    // Rights can end while a socket is open: signing out, losing the role.
    const stays = await sessionOf(cookie, false).then((session) => session !== null && mayFollow(session.person, document), () => true)
    if (!stays) socket.close(4401)
  }
  socket.on('pong', () => (alive = true))
  socket.on('error', () => socket.terminate())
  socket.on('message', (data) => {
    const message = parseMessage(String(data))
    if (!message) return socket.close(1008)
    say({ ...here, cursor: message.cursor })
  })
  socket.on('close', () => {
    clearInterval(heartbeat)
    unfollow(document, follower)
    say({ ...here, cursor: null, gone: true })
  })
  void follow(document, follower)
  say({ ...here, cursor: null })
}

function parseMessage(data: string): z.infer<typeof clientMessage> | null {
  try {
    return clientMessage.parse(JSON.parse(data))
  } catch {
    return null
  }
}
