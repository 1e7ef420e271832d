/** Does all steps of something at once, where nobody else waits, and gives back what it ends with. */
export function atOnce<T>(steps: Generator<unknown, T>): T {
  for (;;) {
    const step = steps.next()
    if (step.done) return step.value
  }
}
