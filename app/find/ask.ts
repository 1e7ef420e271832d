import { findIn, type Line, type Match, type Query } from '../../core/find/find.ts'

/** A pattern may look for so long, in milliseconds; one that backtracks for ever is ended. */
const MOST_TIME = 500

export type Found = { readonly matches: readonly Match[] } | { readonly problem: string }

const TOO_SLOW =
  'This pattern takes too long to look for. Make it simpler: signs for “any number” inside one another do that.'
const NOT_STARTED = 'Patterns can’t be looked for now: there is no connection. Plain words can.'

/** Looks for words at once, for a pattern in a worker of its own, which is ended when it takes too long. */
export async function ask(lines: readonly Line[], query: Query): Promise<Found> {
  if (!query.isPattern || query.words === '') return { matches: findIn(lines, query) }
  const worker = new Worker(new URL('./pattern.worker.ts', import.meta.url), { type: 'module' })
  try {
    return await new Promise<Found>((done) => {
      // The time begins when the worker has begun: fetching it is no fault of the pattern.
      let timer: ReturnType<typeof setTimeout> | undefined
      const begin = setTimeout(() => {
        timer = setTimeout(() => done({ problem: TOO_SLOW }), MOST_TIME)
      }, 250)
      const settle = (found: Found): void => {
        clearTimeout(begin)
        clearTimeout(timer)
        done(found)
      }
      worker.addEventListener('error', () => settle({ problem: NOT_STARTED }))
      worker.addEventListener('message', ({ data }: MessageEvent<Found>) =>
        settle('problem' in data ? { problem: inPlainWords(data.problem) } : data),
      )
      worker.postMessage({ lines, query })
    })
  } finally {
    worker.terminate()
  }
}

/** What browsers say of a pattern begins with the pattern itself. */
function inPlainWords(message: string): string {
  const why = /: ([^:]+)$/.exec(message)?.[1] ?? message
  return `This is no pattern: ${why.charAt(0).toLowerCase()}${why.slice(1)}.`
}
