import { setImmediate } from 'node:timers/promises'

/** Lets whoever waits be answered before more is done. */
export const giveTurn = (): Promise<void> => setImmediate()

/** Does something in steps, and gives the turn after each. */
export async function inTurns<T>(steps: Generator<unknown, T>): Promise<T> {
  for (;;) {
    const step = steps.next()
    if (step.done) return step.value
    await giveTurn()
  }
}
