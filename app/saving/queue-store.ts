import { type DBSchema, type IDBPDatabase, openDB } from 'idb'
import { z } from 'zod'
import { type UnsentWork, unsentWork } from '../../core/document/sender.ts'

const kept = unsentWork.extend({
  person: z.string(),
  document: z.string(),
  client: z.string(),
  schemaVersion: z.number(),
})
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

type Owner = Omit<Kept, keyof UnsentWork>

const keyOf = ({ person, document, client }: Pick<Owner, 'person' | 'document' | 'client'>): string =>
  `${person}/${document}/${client}`

/** Where one tab's unsent work is kept: one write at a time, and the last state always follows. */
export class WorkStore {
  #writing: Promise<void> | null = null
  #next: Promise<void> | null = null

  constructor(private readonly owner: Owner) {}

  /** Work changed while an earlier state was still being written. */
  get isBehind(): boolean {
    return this.#next !== null
  }

  /**
   * Keeps what `latest` gives when its turn comes; resolves when that is written, or can't be: then it is sent all the
   * same.
   */
  keep(latest: () => UnsentWork): Promise<void> {
    if (this.#next) return this.#next
    if (!this.#writing) return (this.#writing = this.#write(latest))
    this.#next = this.#writing.then(() => {
      this.#next = null
      return (this.#writing = this.#write(latest))
    })
    return this.#next
  }

  async #write(latest: () => UnsentWork): Promise<void> {
    try {
      await keepWork({ ...this.owner, ...latest() })
    } catch {
      // A browser that keeps nothing (private windows, a full disk): the work is in the open tab and on its way.
    }
    if (!this.#next) this.#writing = null
  }
}

/** Keeps a tab's unsent work, or forgets it when there is none. */
async function keepWork(entry: Kept): Promise<void> {
  const db = await database()
  if (entry.work === null && entry.setAside.length === 0) await db.delete('work', keyOf(entry))
  else await db.put('work', entry, keyOf(entry))
}

/** What is kept under one tab's name now; null when nothing is. */
export async function readWork(owner: Owner): Promise<Kept | null> {
  return kept.safeParse(await (await database()).get('work', keyOf(owner))).data ?? null
}

/** Everything this browser keeps for a person; what can't be read is left where it is. */
export async function listWork(person: string): Promise<Kept[]> {
  const entries = await (await database()).getAllFromIndex('work', 'person', person)
  return entries.flatMap((entry) => kept.safeParse(entry).data ?? [])
}

const lockName = (client: string): string => `fieldstone-work-${client}`

/** Holds the lock of a session's work until it is released or the tab ends: what is locked is nobody else's to send. */
export function holdWork(client: string): () => void {
  let release: () => void = () => undefined
  const held = new Promise<void>((done) => (release = done))
  void navigator.locks.request(lockName(client), () => held)
  return release
}

/** Runs `send` when the tab that wrote the work is gone; otherwise does nothing. */
export async function withOrphan(client: string, send: () => Promise<void>): Promise<void> {
  await navigator.locks.request(lockName(client), { ifAvailable: true }, async (lock) => {
    if (lock) await send()
  })
}
