import { type DBSchema, type IDBPDatabase, openDB } from 'idb'
import { z } from 'zod'
import { queuedWork } from '../../../core/document/outbox.ts'
import { sentSetAside } from '../../../core/document/wire.ts'

const kept = z.object({ person: z.string(), document: z.string(), client: z.string(), schemaVersion: z.number(), work: queuedWork.nullable(), setAside: z.array(sentSetAside) })
/** Unsent work of one tab, as the browser keeps it. */
export type Kept = z.infer<typeof kept>

interface Store extends DBSchema {
  work: { key: string; value: Kept; indexes: { person: string } }
}

let opened: Promise<IDBPDatabase<Store>> | null = null

function database(): Promise<IDBPDatabase<Store>> {
  opened ??= openDB<Store>('fieldstone', 1, {
    upgrade(db) {
      db.createObjectStore('work').createIndex('person', 'person')
    },
  })
  return opened
}

const keyOf = ({ person, document, client }: Pick<Kept, 'person' | 'document' | 'client'>): string => `${person}/${document}/${client}`

/** Keeps a tab's unsent work, or forgets it when there is none. */
export async function keepWork(entry: Kept): Promise<void> {
  const db = await database()
  if (entry.work === null && entry.setAside.length === 0) await db.delete('work', keyOf(entry))
  else await db.put('work', entry, keyOf(entry))
}

/** Everything this browser keeps for a person; what can't be read is left where it is. */
export async function listWork(person: string): Promise<Kept[]> {
  const entries = await (await database()).getAllFromIndex('work', 'person', person)
  return entries.flatMap((entry) => kept.safeParse(entry).data ?? [])
}

const lockName = (client: string): string => `fieldstone-work-${client}`

/** Holds the lock of this tab's work for as long as the tab lives: what is locked is nobody else's to send. */
export function holdWork(client: string): void {
  void navigator.locks.request(lockName(client), () => new Promise(() => undefined))
}

/** Runs `send` when the tab that wrote the work is gone; otherwise does nothing. */
export async function withOrphan(client: string, send: () => Promise<void>): Promise<void> {
  await navigator.locks.request(lockName(client), { ifAvailable: true }, async (lock) => {
    if (lock) await send()
  })
}
