/** Sends answers and wishes for hints without loading the page anew; without us the forms do it. */
export function makeExercise(root: ParentNode): void {
  for (const form of root.querySelectorAll<HTMLFormElement>('.question form:not([data-live])')) {
    form.dataset.live = 'yes'
    form.addEventListener('submit', (event) => {
      event.preventDefault()
      void send(form, event.submitter instanceof HTMLButtonElement ? event.submitter : null)
    })
  }
}

async function send(form: HTMLFormElement, button: HTMLButtonElement | null): Promise<void> {
  const section = form.closest<HTMLElement>('.question')
  if (!section) return
  const body = new URLSearchParams()
  for (const [name, value] of new FormData(form)) if (typeof value === 'string') body.append(name, value)
  body.set('intent', button?.value ?? 'answer')
  const result = section.querySelector<HTMLElement>('.question-result')
  try {
    const response = await fetch(location.pathname, { method: 'POST', body, headers: { Accept: 'application/json' } })
    const answer = (await response.json()) as { html?: string; reason?: string }
    if (answer.html === undefined) return say(result, answer.reason ?? 'The answer could not be checked. Try again in a moment.')
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
    say(result, 'The answer did not get through. Look whether there is a connection, then try again.')
  }
}

function say(result: HTMLElement | null, words: string): void {
  const line = document.createElement('p')
  line.className = 'verdict'
  line.textContent = words
  result?.replaceChildren(line)
}

/** How many questions are still to be answered, beside the button that ends the attempt. */
function countMissing(): void {
  const place = document.querySelector('[data-missing]')
  if (!place) return
  const missing = [...document.querySelectorAll('.attempt .question')].filter((question) => question.querySelector('.question-result')?.textContent?.trim() === '').length
  place.textContent = missing === 0 ? 'Everything is answered.' : `${missing} ${missing === 1 ? 'question is' : 'questions are'} not answered yet.`
}
