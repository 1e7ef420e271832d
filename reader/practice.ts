import { wordsFor } from './parts.ts'

/**
 * Sends an answer and says beneath the question what comes back; without us the form sends it and the page comes anew.
 */
export function makePractice(piece: HTMLElement): void {
  const form = piece.querySelector<HTMLFormElement>(':scope > form')
  const result = piece.querySelector<HTMLElement>(':scope > .practice-result')
  const button = piece.querySelector<HTMLButtonElement>(':scope > .practice-send > button')
  if (!form || !result || !button) return
  form.addEventListener('submit', (event) => {
    event.preventDefault()
    // A button that is switched off under the finger loses the focus: it stays, and is not heard twice.
    if (piece.ariaBusy === 'true') return
    const body = new URLSearchParams()
    for (const [name, value] of new FormData(form)) if (typeof value === 'string') body.append(name, value)
    body.set('question', button.value)
    piece.ariaBusy = 'true'
    void send(piece, body)
      .then((html) => {
        // What the server wrote from a checked page, the same that stands in the page without script.
        result.innerHTML = html
      })
      .finally(() => (piece.ariaBusy = 'false'))
  })
}

async function send(piece: HTMLElement, body: URLSearchParams): Promise<string> {
  try {
    const response = await fetch(location.pathname + location.search, {
      method: 'POST',
      body,
      headers: { Accept: 'application/json' },
    })
    const answer = (await response.json()) as { html?: string; reason?: string }
    if (answer.html !== undefined) return answer.html
    return paragraph(answer.reason ?? wordsFor(piece, 'unchecked'))
  } catch {
    return paragraph(wordsFor(piece, 'unsent'))
  }
}

function paragraph(words: string): string {
  const element = document.createElement('p')
  element.textContent = words
  return element.outerHTML
}
