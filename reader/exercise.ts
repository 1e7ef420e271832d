import { wordsFor } from './parts.ts'

/** Sends answers and wishes for hints without loading the page anew; without us the forms do it. */
export function makeExercise(root: ParentNode): void {
  makeFinish()
  for (const form of root.querySelectorAll<HTMLFormElement>('.question form:not([data-live])')) {
    form.dataset.live = 'yes'
    form.addEventListener('submit', (event) => {
      event.preventDefault()
      void send(form, event.submitter instanceof HTMLButtonElement ? event.submitter : null)
    })
  }
}

/** Questions about which the server is being asked. */
const asked = new WeakSet<HTMLElement>()

async function send(form: HTMLFormElement, button: HTMLButtonElement | null): Promise<void> {
  const section = form.closest<HTMLElement>('.question')
  // Pressed again before the answer is there, a button would take a second hint, or another attempt.
  if (!section || asked.has(section)) return
  asked.add(section)
  const body = new URLSearchParams()
  for (const [name, value] of new FormData(form)) if (typeof value === 'string') body.append(name, value)
  body.set('intent', button?.value ?? 'answer')
  const result = section.querySelector<HTMLElement>('.question-result')
  try {
    const response = await fetch(location.pathname, { method: 'POST', body, headers: { Accept: 'application/json' } })
    const answer = (await response.json()) as { html?: string; reason?: string }
    if (answer.html === undefined) return say(result, answer.reason ?? wordsFor(section, 'unchecked'))
    const intent = button?.value
    const holder = document.createElement('template')
    // What the server wrote from a checked question, the same that stands in the page without script.
    holder.innerHTML = answer.html
    const fresh = holder.content.firstElementChild as HTMLElement
    // The place that tells what is said stays the one that screen readers listen to.
    const told = fresh.querySelector('.question-result')
    if (result && told) {
      const words = told.innerHTML
      told.replaceWith(result)
      section.replaceWith(fresh)
      result.innerHTML = words
    } else section.replaceWith(fresh)
    makeExercise(fresh.parentNode ?? document)
    fresh.querySelector<HTMLElement>(`button[value="${intent ?? 'answer'}"]`)?.focus({ preventScroll: true })
    countMissing()
  } catch {
    say(result, wordsFor(section, 'unsent'))
  } finally {
    asked.delete(section)
  }
}

function say(result: HTMLElement | null, words: string): void {
  const line = document.createElement('p')
  line.className = 'verdict'
  line.textContent = words
  result?.replaceChildren(line)
}

const openQuestions = (): HTMLElement[] => [...document.querySelectorAll<HTMLElement>('.attempt .question[data-open]')]

/**
 * An attempt with questions open is not ended before that was asked about; here, so that nothing typed meanwhile is
 * lost.
 */
function makeFinish(): void {
  const form = document.querySelector<HTMLFormElement>('.finish-form:not([data-live])')
  if (!form) return
  form.dataset.live = 'yes'
  form.addEventListener('submit', (event) => {
    const isSure = event.submitter instanceof HTMLButtonElement && event.submitter.name === 'sure'
    if (isSure || openQuestions().length === 0) return
    event.preventDefault()
    askToFinish(form, true)
    form.querySelector<HTMLElement>('[data-first-open]')?.focus()
  })
}

function askToFinish(form: HTMLElement, isAsked: boolean): void {
  form.querySelector<HTMLElement>('.finish-ask')!.hidden = !isAsked
  form.querySelector<HTMLElement>('.finish-first')!.hidden = isAsked
}

/** How many questions are still to be answered, beside the button that ends the attempt. */
function countMissing(): void {
  const place = document.querySelector<HTMLElement>('[data-missing]')
  const form = place?.closest<HTMLElement>('.finish-form')
  if (!place || !form) return
  const open = openQuestions()
  form.querySelector<HTMLAnchorElement>('[data-first-open]')!.href = `#${open[0]?.id ?? ''}`
  if (open.length === 0) askToFinish(form, false)
  // The server has written what is said of so many, from none on.
  place.textContent = (JSON.parse(place.dataset.missing ?? '[]') as string[])[open.length] ?? ''
}
