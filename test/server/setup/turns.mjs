import { readFileSync } from 'node:fs'
import { isMainThread } from 'node:worker_threads'

/*
 * Read before the application (`node --import`): it says how much processor time the longest turn of the main thread
 * took. A timer gets its turn between what the application does; the processor time of the thread between two of its
 * turns (proc_pid_stat(5): ticks of 10 ms) is what nobody else could be answered in, give or take the pace.
 */
const PACE = 10

/** Milliseconds of processor time of this thread so far. */
function spent() {
  const fields = readFileSync('/proc/thread-self/stat', 'utf8').split(') ').at(-1).split(' ')
  return (Number(fields[11]) + Number(fields[12])) * 10
}

if (isMainThread && process.send) {
  let longest = 0
  let last = spent()
  const look = () => {
    const now = spent()
    longest = Math.max(longest, now - last)
    last = now
  }
  setInterval(look, PACE).unref()
  process.on('message', (message) => {
    look()
    if (message === 'longest turn') {
      process.send(longest)
      longest = 0
      return
    }
    // That the measure sees what it is there for.
    for (const until = spent() + 300; spent() < until;);
  })
  process.channel.unref()
}
