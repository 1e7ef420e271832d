/** A cursor is told at most so often, in milliseconds; of those between, the newest. */
const PAUSE = 100
/** More messages than this in a second are no hand on a keyboard: the socket is closed. */
const MOST_A_SECOND = 60

/**
 * Lets messages through at a pace: the first at once, then the newest of each pause. `tell` gets what passes;
 * `flood` is called once, when more comes than anybody types.
 */
export class Pace<T> {
  #waiting: { message: T } | null = null
  #timer: ReturnType<typeof setTimeout> | null = null
  #second = 0
  #count = 0

  constructor(
    private readonly tell: (message: T) => void,
    private readonly flood: () => void,
    private readonly now: () => number = () => performance.now(),
  ) {}

  take(message: T): void {
    const second = Math.floor(this.now() / 1000)
    if (second !== this.#second) [this.#second, this.#count] = [second, 0]
    if (++this.#count > MOST_A_SECOND) {
      this.stop()
      if (this.#count === MOST_A_SECOND + 1) this.flood()
      return
    }
    if (this.#timer) {
      this.#waiting = { message }
      return
    }
    this.tell(message)
    this.#timer = setTimeout(() => {
      this.#timer = null
      const waiting = this.#waiting
      this.#waiting = null
      if (waiting) this.take(waiting.message)
    }, PAUSE)
  }

  stop(): void {
    if (this.#timer) clearTimeout(this.#timer)
    this.#timer = null
    this.#waiting = null
  }
}
