import { answerCheck, type CheckRequest } from './checks.ts'

/* Looks things over beside the main thread, so that typing waits for nothing. */
self.addEventListener('message', ({ data }: MessageEvent<{ id: number; request: CheckRequest }>) => {
  self.postMessage({ id: data.id, answer: answerCheck(data.request) })
})
