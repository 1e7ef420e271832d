import { performance } from 'node:perf_hooks'

/** The value below which this share of the measurements lies. */
export function percentile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b)
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0
}

export const median = (values: readonly number[]): number => percentile(values, 0.5)

/**
 * Times two functions in turn, so that whatever else the machine does falls on both alike.
 * Gives back the milliseconds of each run, warm-up left out.
 */
export async function inTurn(runs: number, first: () => unknown, second: () => unknown): Promise<[number[], number[]]> {
  const times: [number[], number[]] = [[], []]
  for (let run = -2; run < runs; run++)
    for (const [at, work] of [first, second].entries()) {
      const start = performance.now()
      await work()
      if (run >= 0) times[at]!.push(performance.now() - start)
    }
  return times
}

export interface Figure {
  readonly name: string
  readonly ratio: number
  /** The figure to reach: at most, or at least. */
  readonly goal: string
  readonly isReached: boolean
  readonly detail: string
}
