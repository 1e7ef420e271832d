/** The element in which what happens is said to whoever doesn't see it; every screen of the application has it. */
export const ANNOUNCEMENTS = 'announcements'

/** How long after it was emptied words are put into the region: a screen reader hears only what changes, in ms. */
const AFTER = 60
/** What is said in this time is said together, in milliseconds. */
let waiting: string[] = []
let timer: ReturnType<typeof setTimeout> | undefined

/** Says to a screen reader what happened, when it has said what it is saying (`aria-live="polite"`). */
export function announce(words: string): void {
  const region = document.getElementById(ANNOUNCEMENTS)
  if (!region || words === '') return
  waiting.push(words)
  region.textContent = ''
  clearTimeout(timer)
  timer = setTimeout(() => {
    region.textContent = waiting.join(' ')
    waiting = []
  }, AFTER)
}
