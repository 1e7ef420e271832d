import type { RunningApp } from './app.ts'

/** A transfer as the interface sees it. */
export interface SeenTransfer {
  readonly id: string
  readonly state: 'waiting' | 'running' | 'done' | 'failed'
  readonly name: string
  readonly problem: string | null
  readonly report: { kept: Record<string, number>; notes: { type: string; message: string; count: number }[] } | null
  readonly madeId: string | null
}

/** Waits until a transfer has come to its end. */
export async function settled(app: RunningApp, cookie: string, course: string, id: string): Promise<SeenTransfer> {
  for (let attempt = 0; attempt < 300; attempt++) {
    const all = (await (
      await fetch(`${app.address}/courses/${course}/transfers`, { headers: { cookie } })
    ).json()) as SeenTransfer[]
    const found = all.find((each) => each.id === id)
    if (found?.state === 'done' || found?.state === 'failed') return found
    await new Promise((done) => setTimeout(done, 200))
  }
  throw new Error(`Transfer ${id} did not come to an end.`)
}

/** Takes something out of a course and gives the bytes of the file, with what is said about it. */
export async function exportedFile(
  app: RunningApp,
  cookie: string,
  course: string,
  asked: { entryId: string; format: string; variant: string },
): Promise<{ transfer: SeenTransfer; bytes: Buffer; type: string | null }> {
  const begun = (await (
    await fetch(`${app.address}/courses/${course}/transfers`, {
      method: 'POST',
      body: JSON.stringify({ intent: 'out', ...asked }),
      headers: { cookie, origin: app.address, 'Content-Type': 'application/json' },
    })
  ).json()) as { ok: boolean; id?: string; reason?: string }
  if (!begun.ok || begun.id === undefined) throw new Error(begun.reason)
  const transfer = await settled(app, cookie, course, begun.id)
  const file = await fetch(`${app.address}/courses/${course}/transfers/${begun.id}/file`, { headers: { cookie } })
  return { transfer, bytes: Buffer.from(await file.arrayBuffer()), type: file.headers.get('content-type') }
}

/** Brings a document in. */
export async function importDocument(
  app: RunningApp,
  cookie: string,
  course: string,
  name: string,
  bytes: Uint8Array | string,
  query = 'as=book',
): Promise<{ status: number; ok: boolean; reason?: string; transfer?: SeenTransfer }> {
  const response = await fetch(
    `${app.address}/courses/${course}/transfers/import?name=${encodeURIComponent(name)}&${query}`,
    { method: 'POST', body: bytes as never, headers: { cookie, origin: app.address } },
  )
  const answer = (await response.json()) as { ok: boolean; id?: string; reason?: string }
  return {
    status: response.status,
    ...answer,
    ...(answer.id === undefined ? {} : { transfer: await settled(app, cookie, course, answer.id) }),
  }
}
