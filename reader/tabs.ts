import { keepInAddress, placeOf } from './address.ts'
import { fold, freshId, nearestHeading, partsOf, SHOW, unfold } from './parts.ts'
import { makeWays } from './ways.ts'

/**
 * Makes tabs of sections with headings. Keys as in the ARIA Authoring Practices, "Tabs Pattern", with automatic
 * activation: arrows go round, Home and End to the ends; Tab goes on into the panel.
 */
export function makeTabs(piece: HTMLElement): void {
  const parts = partsOf(piece)
  if (parts.length === 0) return
  const row = rowOf(piece)
  const places = parts.map(({ part, heading }) => placeOf(part, heading))
  const buttons = parts.map((each, index) => tabFor(each, index))
  row.append(...buttons)
  const select = (index: number, takesFocus = false): void => {
    for (const [at, { part }] of parts.entries()) {
      const isOn = at === index
      buttons[at]!.setAttribute('aria-selected', String(isOn))
      buttons[at]!.tabIndex = isOn ? 0 : -1
      if (isOn) unfold(part)
      else fold(part)
    }
    if (takesFocus) buttons[index]!.focus()
    ways?.follow(index)
  }
  const ways = piece.dataset.next
    ? makeWays(
        piece,
        buttons.map(() => ''),
        (index) => choose(index),
      )
    : null
  const choose = (index: number, takesFocus = false): void => {
    select(index, takesFocus)
    keepInAddress(parts[index]!.part, places[index]!)
  }
  for (const [index, { part }] of parts.entries()) {
    buttons[index]!.addEventListener('click', () => choose(index))
    part.addEventListener('beforematch', () => select(index))
    part.addEventListener(SHOW, () => select(index))
  }
  takeKeys(row, buttons, choose)
  piece.prepend(row)
  if (ways) piece.append(ways.row)
  piece.classList.add('is-live')
  select(0)
}

/** The button of a part, with its title; the part is its panel. */
function tabFor({ part, heading }: ReturnType<typeof partsOf>[number], index: number): HTMLButtonElement {
  const button = document.createElement('button')
  button.type = 'button'
  button.id = freshId('tab')
  button.setAttribute('role', 'tab')
  button.append(...[...heading.childNodes].map((node) => node.cloneNode(true)))
  if (button.textContent?.trim() === '') button.textContent = `${index + 1}`
  // Its id is a place to link to and stays; one without gets its own.
  part.id ||= freshId('panel')
  part.setAttribute('role', 'tabpanel')
  button.setAttribute('aria-controls', part.id)
  part.setAttribute('aria-labelledby', button.id)
  part.tabIndex = 0
  return button
}

/** The row of the titles, named by the heading under which the piece stands. */
function rowOf(piece: HTMLElement): HTMLDivElement {
  const row = document.createElement('div')
  row.className = 'tab-row'
  row.setAttribute('role', 'tablist')
  if (piece.dataset.along === 'side') row.setAttribute('aria-orientation', 'vertical')
  const label = nearestHeading(piece)
  if (label) row.setAttribute('aria-labelledby', label.id)
  return row
}

/** The keys of the row of tabs. */
function takeKeys(
  row: HTMLDivElement,
  buttons: HTMLButtonElement[],
  select: (index: number, takesFocus?: boolean) => void,
): void {
  row.addEventListener('keydown', (event) => {
    const at = buttons.indexOf(document.activeElement as HTMLButtonElement)
    const isRtl = getComputedStyle(row).direction === 'rtl'
    // By how it lies now: on a phone titles at the side stand along the top.
    const isUpright = getComputedStyle(row).flexDirection === 'column'
    const forward = isUpright ? 'ArrowDown' : isRtl ? 'ArrowLeft' : 'ArrowRight'
    const back = isUpright ? 'ArrowUp' : isRtl ? 'ArrowRight' : 'ArrowLeft'
    const next = {
      [forward]: (at + 1) % buttons.length,
      [back]: (at - 1 + buttons.length) % buttons.length,
      Home: 0,
      End: buttons.length - 1,
    }[event.key]
    if (at < 0 || next === undefined) return
    event.preventDefault()
    select(next, true)
  })
}
