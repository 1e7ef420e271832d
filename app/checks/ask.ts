import type { CheckRequest, Checks } from './checks.ts'

let worker: Worker | null = null
let asked = 0
const waiting = new Map<number, (answer: unknown) => void>()

function start(): Worker {
  const made = new Worker(new URL('./checks.worker.ts', import.meta.url), { type: 'module' })
  made.addEventListener('message', ({ data }: MessageEvent<{ id: number; answer: unknown }>) => {
    waiting.get(data.id)?.(data.answer)
    waiting.delete(data.id)
  })
  // A worker that fails answers nothing more: whoever waits gets nothing, the next question starts another.
  made.addEventListener('error', () => {
    made.terminate()
    worker = null
    for (const done of waiting.values()) done(null)
    waiting.clear()
  })
  return made
}

/** Asks the worker; null when it failed. */
export function askChecks<Type extends keyof Checks>(
  request: Extract<CheckRequest, { type: Type }>,
): Promise<Checks[Type]['answer'] | null> {
  worker ??= start()
  const id = ++asked
  return new Promise((done) => {
    waiting.set(id, done as (answer: unknown) => void)
    worker?.postMessage({ id, request })
  })
}
