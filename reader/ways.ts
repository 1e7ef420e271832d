/** Back and Next of a piece that shows one part at a time, with where one is between them where that is said. */
export interface Ways {
  readonly row: HTMLElement
  /** Tells it which part is in sight now. */
  readonly follow: (index: number) => void
}

/** Buttons that go from part to part; at an end the one that leads no further says so, and keeps the focus. */
export function makeWays(piece: HTMLElement, places: readonly string[], select: (index: number) => void): Ways {
  const row = document.createElement('div')
  row.className = 'part-ways'
  let here = 0
  const button = (words: string, by: 1 | -1): HTMLButtonElement => {
    const made = document.createElement('button')
    made.type = 'button'
    made.textContent = words
    made.addEventListener('click', () => {
      if (made.ariaDisabled !== 'true') select(here + by)
    })
    return made
  }
  const before = button(piece.dataset.before ?? '', -1)
  const next = button(piece.dataset.next ?? '', 1)
  const place = document.createElement('span')
  row.append(before, place, next)
  return {
    row,
    follow(index) {
      here = index
      before.ariaDisabled = String(index === 0)
      next.ariaDisabled = String(index === places.length - 1)
      place.textContent = places[index] ?? ''
    },
  }
}
