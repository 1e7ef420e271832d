import { stopsIn } from './stops.ts'

/** Makes Tab go round in the dialog that holds an element; gives back how to end that. */
export function keepTabInside(element: HTMLElement | null): () => void {
  const panel = element?.closest<HTMLElement>('[role="dialog"]')
  panel?.addEventListener('keydown', goRound)
  return () => panel?.removeEventListener('keydown', goRound)
}

/** From the last stop Tab goes to the first, and back (ARIA Authoring Practices, “Dialog (Modal) Pattern”). */
function goRound(event: KeyboardEvent): void {
  if (event.key !== 'Tab' || event.defaultPrevented) return
  const panel = event.currentTarget as HTMLElement
  const stops = stopsIn(panel).filter((stop) => !isOtherRadio(stop, panel))
  const [from, to] = event.shiftKey ? [stops[0], stops.at(-1)] : [stops.at(-1), stops[0]]
  if (!to || (document.activeElement !== from && stops.some((stop) => stop.contains(document.activeElement)))) return
  event.preventDefault()
  to.focus()
}

/** Of several choices of one name Tab stops at the one that is chosen. */
function isOtherRadio(stop: HTMLElement, panel: HTMLElement): boolean {
  if (!(stop instanceof HTMLInputElement) || stop.type !== 'radio' || stop.checked) return false
  return panel.querySelector(`input[type="radio"][name="${CSS.escape(stop.name)}"]:checked`) !== null
}
