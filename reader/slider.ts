/**
 * Makes a slider of a table of values: the first column is moved along, the others follow. It is a native range, with
 * the keys of the ARIA Authoring Practices, “Slider Pattern”; what follows is said with each of its steps.
 */
export function makeSlider(piece: HTMLElement): void {
  const folded = piece.querySelector<HTMLDetailsElement>('details.slider-values')
  const [quantity, ...values] = [...piece.querySelectorAll<HTMLElement>('thead th')].map(headOf)
  const rows = [...piece.querySelectorAll<HTMLTableRowElement>('tbody tr')]
  if (!folded || !quantity || rows.length < 2) return
  piece.classList.add('is-live')
  folded.open = false

  const at = made('strong', 'slider-at')
  const range = made('input', 'slider-range')
  range.type = 'range'
  range.max = String(rows.length - 1)
  range.value = String(
    Math.max(
      0,
      rows.findIndex((row) => row.classList.contains('is-start')),
    ),
  )
  const label = made('label', 'slider-move', made('span', 'slider-name', quantity.name), at, range)
  const shown = values.map((value, column) => shownValue(value, rows, column + 1))
  const live = made('div', 'slider-live', label, lineBeneath(rows))
  if (shown.length > 0) live.append(made('ul', 'slider-shown', ...shown.map(({ item }) => item)))
  const move = (): void => {
    const row = rows[Number(range.value)]!
    const stands = withUnit(words(row.cells[0]), quantity.unit)
    at.textContent = stands
    const said = shown.map((each) => each.show(row))
    range.setAttribute('aria-valuetext', [stands, ...said].join('; '))
  }
  range.addEventListener('input', move)
  move()
  folded.before(live)
}

interface Head {
  readonly name: string
  readonly unit: string
}

function headOf(cell: HTMLElement): Head {
  const unit = words(cell.querySelector('.slider-unit'))
  return {
    name: words(cell)
      .slice(0, words(cell).length - unit.length)
      .trim(),
    unit: unit.slice(1, -1),
  }
}

const words = (of: Element | null | undefined): string => (of?.textContent ?? '').trim()
const withUnit = (number: string, unit: string): string => (unit === '' ? number : `${number}\u00a0${unit}`)

function made<Name extends keyof HTMLElementTagNameMap>(
  name: Name,
  className: string,
  ...content: (string | HTMLElement)[]
): HTMLElementTagNameMap[Name] {
  const element = document.createElement(name)
  element.className = className
  element.append(...content)
  return element
}

/** The number line: the first and the last number, and up to three between them. */
function lineBeneath(rows: readonly HTMLTableRowElement[]): HTMLElement {
  const line = made('div', 'slider-line')
  line.setAttribute('aria-hidden', 'true')
  const steps = rows.length - 1
  const parts = [4, 3, 2].find((each) => steps % each === 0) ?? 1
  for (let part = 0; part <= parts; part++) {
    const mark = made('span', 'slider-mark', words(rows[(steps / parts) * part]!.cells[0]))
    mark.style.setProperty('--share', String(part / parts))
    line.append(mark)
  }
  return line
}

/** What follows from the quantity: its name, its number, and a bar as long as it is large. */
function shownValue({ name, unit }: Head, rows: readonly HTMLTableRowElement[], column: number) {
  const numberIn = (row: HTMLTableRowElement): number =>
    Number(row.cells[column]?.querySelector('data')?.value ?? Number.NaN)
  const numbers = rows.map(numberIn).filter((each) => !Number.isNaN(each))
  const [least, most] = [Math.min(0, ...numbers), Math.max(0, ...numbers)]
  const number = made('strong', 'slider-number')
  const bar = made('span', 'slider-bar')
  bar.setAttribute('aria-hidden', 'true')
  const item = made('li', 'slider-value', made('span', 'slider-name', name), number, bar)
  const show = (row: HTMLTableRowElement): string => {
    const value = numberIn(row)
    const share = most > least && !Number.isNaN(value) ? (value - least) / (most - least) : 0
    bar.style.setProperty('--share', String(share))
    const said = Number.isNaN(value) ? words(row.cells[column]) : withUnit(words(row.cells[column]), unit)
    number.textContent = said
    return `${name} ${said}`
  }
  return { item, show }
}
