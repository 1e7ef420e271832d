import { freshId } from './parts.ts'

/**
 * Makes a pop-up of `details`: their summary opens what stands in them in a modal dialog (ARIA Authoring Practices,
 * “Dialog (Modal) Pattern”; the browser keeps the focus in it, closes it with Escape and gives the focus back). Between
 * whiles all of it stays in its place, where the browser's search finds it and opens it there.
 */
export function makePopUp(piece: HTMLDetailsElement): void {
  const summary = piece.querySelector<HTMLElement>(':scope > summary')
  if (!summary || piece.classList.contains('is-live')) return
  piece.classList.add('is-live')
  summary.setAttribute('aria-haspopup', 'dialog')
  summary.addEventListener('click', (event) => {
    if (piece.open) return
    event.preventDefault()
    open(piece, summary)
  })
  openByLinks(piece, summary)
}

/** Words of the page that lead to it open it where they stand; the focus goes back to them. */
function openByLinks(piece: HTMLDetailsElement, summary: HTMLElement): void {
  if (piece.id === '') return
  for (const link of document.querySelectorAll<HTMLAnchorElement>(
    `a[href="#${CSS.escape(encodeURIComponent(piece.id))}"]`,
  )) {
    link.setAttribute('aria-haspopup', 'dialog')
    link.addEventListener('click', (event) => {
      event.preventDefault()
      if (!piece.open) open(piece, summary)
    })
  }
}

function open(piece: HTMLDetailsElement, summary: HTMLElement): void {
  const dialog = document.createElement('dialog')
  dialog.className = 'pop-up-window'
  const title = document.createElement('p')
  title.id = freshId('pop-up')
  title.append(...[...summary.childNodes].map((node) => node.cloneNode(true)))
  dialog.setAttribute('aria-labelledby', title.id)
  const close = document.createElement('button')
  close.type = 'button'
  close.textContent = piece.dataset.close ?? ''
  close.addEventListener('click', () => dialog.close())
  const head = document.createElement('div')
  head.className = 'pop-up-head'
  head.append(title, close)
  dialog.append(head, ...[...piece.childNodes].filter((node) => node !== summary))
  // Beside what is in it.
  dialog.addEventListener('click', ({ target }) => target === dialog && dialog.close())
  dialog.addEventListener('close', () => {
    piece.append(...[...dialog.childNodes].filter((node) => node !== head))
    dialog.remove()
  })
  piece.after(dialog)
  dialog.showModal()
}
