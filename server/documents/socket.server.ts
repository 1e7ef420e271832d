import type { IncomingMessage, Server } from 'node:http'
import type { Duplex } from 'node:stream'
import { type WebSocket, WebSocketServer } from 'ws'
import { z } from 'zod'
import { may } from '../../core/access/access.ts'
import { clientMessage, identifier } from '../../core/document/wire.ts'
import { config } from '../config.server.ts'
import { findCourseOfDocument, findCourseOfEntry } from '../courses/queries.server.ts'
import { pool } from '../database/pool.server.ts'
import { listenTo } from '../live/topics.server.ts'
import { log } from '../log.server.ts'
import type { Person } from '../people/queries.server.ts'
import { sessionOf } from '../people/sessions.server.ts'
import { isOwnOrigin } from '../web/origin.server.ts'
import { Pace } from './cursor-pace.ts'
import { type Follower, follow, tellPresence, unfollow } from './hub.server.ts'

/** Whoever reads a discussion hears that something has changed in it, and asks for what by itself. */
const postsQuery = z.object({ posts: identifier })
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
  if (!isOwnOrigin(request.headers.origin, request.headers.host, config)) return refuse(stream, '403 Forbidden')
  const posts = postsQuery.safeParse(Object.fromEntries(url.searchParams)).data?.posts
  const parsed = posts === undefined ? query.safeParse(Object.fromEntries(url.searchParams)) : null
  if (parsed && !parsed.success) return refuse(stream, '400 Bad Request')
  const session = await sessionOf(request.headers.cookie, false)
  if (!session) return refuse(stream, '401 Unauthorized')
  if (posts !== undefined) {
    if (!(await mayListen(session.person, posts))) return refuse(stream, '403 Forbidden')
    if ((open.get(session.person.id) ?? 0) >= MOST_SOCKETS) return refuse(stream, '429 Too Many Requests')
    return sockets.handleUpgrade(request, stream, head, (socket) =>
      listenOnly(socket, `posts ${posts}`, session.person, request.headers.cookie),
    )
  }
  if (!parsed) return refuse(stream, '400 Bad Request')
  const { person } = session
  if (!(await mayFollow(person, parsed.data.document))) return refuse(stream, '403 Forbidden')
  if ((open.get(person.id) ?? 0) >= MOST_SOCKETS) return refuse(stream, '429 Too Many Requests')
  sockets.handleUpgrade(request, stream, head, (socket) => {
    run(socket, person, parsed.data, request.headers.cookie)
  })
}

/** Open sockets of each person in this process. */
const open = new Map<string, number>()
/** So many windows at once are more than anybody looks at. */
const MOST_SOCKETS = 60

/** Counts a socket of somebody; gives back what to call when it ends. */
function countSocket(personId: string): () => void {
  open.set(personId, (open.get(personId) ?? 0) + 1)
  return () => {
    const left = (open.get(personId) ?? 1) - 1
    if (left > 0) open.set(personId, left)
    else open.delete(personId)
  }
}

async function mayFollow(person: Person, documentId: string): Promise<boolean> {
  const course = await findCourseOfDocument(pool, documentId, person.id)
  return (
    course !== null && !course.isDocumentDeleted && may({ isManager: person.isManager, role: course.role }, 'write')
  )
}

async function mayListen(person: Person, entryId: string): Promise<boolean> {
  const course = await findCourseOfEntry(pool, entryId, person.id)
  return course !== null && may({ isManager: person.isManager, role: course.role }, 'read')
}

/** A socket that only hears that something has changed. */
function listenOnly(socket: WebSocket, topic: string, person: Person, cookie: string | undefined): void {
  const release = countSocket(person.id)
  const stop = listenTo(topic, () => socket.readyState === socket.OPEN && socket.send('changed'))
  const end = keepAlive(socket, async () => {
    const session = await sessionOf(cookie, false)
    return session !== null && (await mayListen(person, topic.split(' ')[1] ?? ''))
  })
  socket.on('message', () => socket.close(1008))
  socket.on('close', () => {
    stop()
    end()
    release()
  })
}

/**
 * Pings a socket, ends it when nothing comes back, and looks now and then whether its rights still hold. Gives back how
 * to stop.
 */
function keepAlive(socket: WebSocket, mayStay: () => Promise<boolean>): () => void {
  let alive = true
  const beat = async (): Promise<void> => {
    if (!alive) return socket.terminate()
    alive = false
    socket.ping()
    // Rights can end while a socket is open: signing out, losing the role.
    if (!(await mayStay().catch(() => true))) socket.close(4401)
  }
  const heartbeat = setInterval(() => void beat(), HEARTBEAT)
  socket.on('pong', () => (alive = true))
  socket.on('error', () => socket.terminate())
  return () => clearInterval(heartbeat)
}

function refuse(stream: Duplex, status: string): void {
  stream.end(`HTTP/1.1 ${status}\r\nConnection: close\r\nContent-Length: 0\r\n\r\n`)
}

function run(
  socket: WebSocket,
  person: Person,
  { document, client, since }: z.infer<typeof query>,
  cookie: string | undefined,
): void {
  const release = countSocket(person.id)
  const follower: Follower = {
    client,
    version: since,
    send: (message) => follower.sendText(JSON.stringify(message)),
    sendText: (message) => {
      if (socket.bufferedAmount > MOST_BUFFERED) socket.terminate()
      else if (socket.readyState === socket.OPEN) socket.send(message)
    },
  }
  const here = { client, person: person.id, name: person.name, colour: person.colour }
  const say = (presence: Parameters<typeof tellPresence>[1]): void => {
    tellPresence(document, presence).catch(() => undefined)
  }
  const end = keepAlive(socket, () =>
    sessionOf(cookie, false).then((session) => session !== null && mayFollow(session.person, document)),
  )
  const pace = new Pace<z.infer<typeof clientMessage>>(
    ({ cursor }) => say({ ...here, cursor }),
    () => socket.close(1008, 'too many messages'),
  )
  socket.on('message', (data) => {
    const message = parseMessage((data as Buffer).toString())
    if (!message) return socket.close(1008)
    pace.take(message)
  })
  socket.on('close', () => {
    end()
    pace.stop()
    release()
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
