import type { AskedMessage } from '../shell/asked-worker.ts'
import { answerCheck, type CheckRequest } from './checks.ts'

/* Looks things over beside the main thread, so that typing waits for nothing. */
self.addEventListener('message', ({ data }: MessageEvent<AskedMessage<CheckRequest>>) => {
  self.postMessage({ id: data.id, answer: answerCheck(data.request) })
})
