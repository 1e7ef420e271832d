/** What goes to a worker and what comes back, told apart by numbers. */
export interface AskedMessage<Request> {
  readonly id: number
  readonly request: Request
}
export interface AnswerMessage<Answer> {
  readonly id: number
  readonly answer: Answer
}

/**
 * A worker that is asked one thing after another. One that fails answers nothing more: whoever waits gets null, and the
 * next question starts another.
 */
export class AskedWorker<Request, Answer> {
  readonly #make: () => Worker
  readonly #waiting = new Map<number, (answer: Answer | null) => void>()
  #worker: Worker | null = null
  #asked = 0

  constructor(make: () => Worker) {
    this.#make = make
  }

  /** Starts it, so that it is there when it is asked. */
  start(): Worker {
    if (this.#worker) return this.#worker
    const made = this.#make()
    made.addEventListener('message', ({ data }: MessageEvent<AnswerMessage<Answer>>) => {
      this.#waiting.get(data.id)?.(data.answer)
      this.#waiting.delete(data.id)
    })
    made.addEventListener('error', () => {
      made.terminate()
      this.#worker = null
      for (const done of this.#waiting.values()) done(null)
      this.#waiting.clear()
    })
    this.#worker = made
    return made
  }

  /** Asks; null when it failed. */
  ask(request: Request): Promise<Answer | null> {
    const worker = this.start()
    const id = ++this.#asked
    return new Promise((done) => {
      this.#waiting.set(id, done)
      worker.postMessage({ id, request } satisfies AskedMessage<Request>)
    })
  }
}
