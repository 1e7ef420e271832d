import type { SpellingRequest } from '../../core/spelling/speller.ts'
import { AskedWorker } from '../shell/asked-worker.ts'

const worker = new AskedWorker<SpellingRequest, readonly string[] | null>(
  () => new Worker(new URL('./spelling.worker.ts', import.meta.url), { type: 'module' }),
)

/** Asks the dictionaries; null when they could not be had. */
export const askSpelling = (request: SpellingRequest): Promise<readonly string[] | null> => worker.ask(request)
