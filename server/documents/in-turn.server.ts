/** More than so many waiting for one turn are told to come back: a queue without an end helps nobody. */
const MOST_WAITING = 500

const turns = new Map<string, { last: Promise<unknown>; waiting: number }>()

/** Runs `work` when all that was asked for under the same name before has ended; null when too many wait. */
export async function inTurn<T>(name: string, work: () => Promise<T>): Promise<T | null> {
  const turn = turns.get(name) ?? { last: Promise.resolve(), waiting: 0 }
  if (turn.waiting >= MOST_WAITING) return null
  turns.set(name, turn)
  turn.waiting++
  const run = turn.last.then(work)
  turn.last = run.catch(() => undefined)
  try {
    return await run
  } finally {
    turn.waiting--
    if (turn.waiting === 0) turns.delete(name)
  }
}
