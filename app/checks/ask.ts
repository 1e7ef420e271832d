import { AskedWorker } from '../shell/asked-worker.ts'
import type { CheckRequest, Checks } from './checks.ts'

const worker = new AskedWorker<CheckRequest, unknown>(
  () => new Worker(new URL('./checks.worker.ts', import.meta.url), { type: 'module' }),
)

/** Asks the worker; null when it failed. */
export const askChecks = <Type extends keyof Checks>(
  request: Extract<CheckRequest, { type: Type }>,
): Promise<Checks[Type]['answer'] | null> => worker.ask(request) as Promise<Checks[Type]['answer'] | null>
