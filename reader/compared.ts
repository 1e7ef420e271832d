import { partsOf } from './parts.ts'

/**
 * Lays the pictures of two parts over each other, with a line to move between them by hand or by the keys of a slider
 * (HTML Standard, `input type=range`). What is said of the pictures stays beneath. False where there are not two
 * pictures.
 */
export function makeCompared(piece: HTMLElement): boolean {
  const parts = partsOf(piece)
  const images = parts.map(({ part }) => part.querySelectorAll<HTMLImageElement>('.picture img'))
  const [first, second] = images.map((found) => found[0])
  if (parts.length !== 2 || images.some((found) => found.length !== 1) || !first || !second) return false
  piece.classList.add('is-live', 'is-compared')
  const pictures = document.createElement('div')
  pictures.className = 'compared-pictures'
  const line = document.createElement('span')
  pictures.append(second, first, line)
  const slider = document.createElement('input')
  slider.type = 'range'
  slider.className = 'compared-slider'
  slider.value = '50'
  slider.setAttribute('aria-label', piece.dataset.compared ?? '')
  const isRtl = getComputedStyle(piece).direction === 'rtl'
  const follow = (): void => {
    const rest = 100 - Number(slider.value)
    first.style.clipPath = isRtl ? `inset(0 0 0 ${rest}%)` : `inset(0 ${rest}% 0 0)`
    line.style.insetInlineStart = `${slider.value}%`
  }
  slider.addEventListener('input', follow)
  const pointed = ({ clientX }: PointerEvent): void => {
    const { left, width } = pictures.getBoundingClientRect()
    const share = (clientX - left) / width
    slider.value = String(100 * (isRtl ? 1 - share : share))
    follow()
  }
  pictures.addEventListener('pointerdown', (event) => {
    if (event.button !== 0) return
    pictures.setPointerCapture(event.pointerId)
    pointed(event)
  })
  pictures.addEventListener('pointermove', (event) => {
    if (pictures.hasPointerCapture(event.pointerId)) pointed(event)
  })
  piece.prepend(pictures, slider)
  follow()
  return true
}
