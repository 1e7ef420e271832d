import { createServer, connect, type Server, type Socket } from 'node:net'
import type { AddressInfo } from 'node:net'

/** A way to PostgreSQL that hears which statements go by. */
export interface CountingProxy {
  /** The same database, by this way. */
  readonly url: string
  /** The statements since the last time, without those of the job queue. */
  take: () => string[]
  close: () => void
}

/**
 * Stands between the application and its database and reads what is asked, by the messages of the wire (PostgreSQL,
 * "Message Formats"): Query, Parse, Bind, Execute.
 */
export async function countingProxy(databaseUrl: string): Promise<CountingProxy> {
  const target = new URL(databaseUrl)
  let heard: string[] = []
  const sockets = new Set<Socket>()
  const server: Server = createServer((client) => {
    const upstream = connect(Number(target.port), target.hostname)
    for (const socket of [client, upstream])
      sockets.add(socket.on('error', () => (client.destroy(), upstream.destroy())))
    const hear = listener((statement) => heard.push(statement))
    client.on('data', (bytes) => {
      hear(bytes)
      upstream.write(bytes)
    })
    upstream.pipe(client)
    client.on('close', () => upstream.destroy())
    upstream.on('close', () => client.destroy())
  })
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  const url = new URL(databaseUrl)
  url.hostname = '127.0.0.1'
  url.port = String((server.address() as AddressInfo).port)
  return {
    url: url.href,
    take: () => {
      const taken = heard.filter(
        (statement) => !/graphile_worker|^(listen|begin|commit|rollback|unlisten|;)/i.test(statement.trim()),
      )
      heard = []
      return taken
    },
    close: () => {
      server.close()
      for (const socket of sockets) socket.destroy()
    },
  }
}

/** Reads the messages of one connection. */
function listener(onStatement: (statement: string) => void): (bytes: Buffer) => void {
  let rest = Buffer.alloc(0)
  let isStarted = false
  let bound = ''
  const statements = new Map<string, string>()
  const message = (type: string, body: Buffer): void => {
    const [first = '', second = ''] = body.toString('utf8').split('\0')
    if (type === 'P') statements.set(first, second)
    else if (type === 'B') bound = statements.get(second) ?? '?'
    else if (type === 'E') onStatement(bound)
    else if (type === 'Q') onStatement(first)
  }
  return (bytes) => {
    rest = Buffer.concat([rest, bytes])
    for (;;) {
      const head = isStarted ? 1 : 0
      if (rest.length < head + 4) return
      const length = rest.readInt32BE(head) + head
      if (rest.length < length) return
      if (isStarted) message(String.fromCharCode(rest[0]!), rest.subarray(5, length))
      // The request for encryption (80877103) comes before the start-up message, both without a type.
      else if (rest.readInt32BE(4) !== 80_877_103) isStarted = true
      rest = rest.subarray(length)
    }
  }
}
