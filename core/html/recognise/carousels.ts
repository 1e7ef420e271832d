import { attribute, type HtmlElement, isElement } from '../../tree/tree.ts'
import type { Recogniser } from './recogniser.ts'
import { elementsOf, isBlank, isPiece, standIn, within, wordsOf } from './walk.ts'

/** What a carousel is usually called (common practice); or it says so (ARIA Practices, “Carousel Pattern”). */
const CALLED = /^(carousel|slider|slides|slideshow|slide-show)$/
const HOLDER = /^(div|section|ol|ul)$/
const SLIDE = /^(li|div|section|article)$/
/** So deep the slides stand within what is called so. */
const MOST_WRAPPERS = 3

const isCarousel = (element: HtmlElement): boolean =>
  attribute(element, 'aria-roledescription')?.toLowerCase() === 'carousel' ||
  (attribute(element, 'class') ?? '')
    .toLowerCase()
    .split(/\s+/)
    .some((name) => CALLED.test(name))

const isButton = (element: HtmlElement): boolean =>
  element.tagName === 'button' ||
  (element.tagName === 'a' &&
    (attribute(element, 'role') === 'button' || (attribute(element, 'href') ?? '#').startsWith('#')))

/** A button, or a row of nothing else: what goes from slide to slide. */
function isControl(element: HtmlElement): boolean {
  if (isButton(element)) return true
  const inner = within([element])
  const buttons = inner.filter(isButton)
  if (buttons.length === 0 || inner.some(({ tagName }) => tagName === 'img' || /^h[1-6]$/.test(tagName))) return false
  const pressed = buttons.map(({ childNodes }) => wordsOf(childNodes)).join('')
  return wordsOf([element]).replace(/\s/g, '') === pressed.replace(/\s/g, '')
}

interface Slides {
  readonly slides: readonly HtmlElement[]
  readonly controls: readonly HtmlElement[]
}

/** The slides of a holder, or of the one wrapper in it; null where there are no two, or words stand between them. */
function slidesIn(holder: HtmlElement, depth = 0): Slides | null {
  if (!holder.childNodes.every((node) => isBlank(node) || isElement(node))) return null
  const elements = elementsOf(holder.childNodes)
  const controls = elements.filter(isControl)
  const slides = elements.filter((each) => !controls.includes(each))
  const [only] = slides
  if (slides.length === 1 && only && HOLDER.test(only.tagName) && depth < MOST_WRAPPERS) {
    const found = slidesIn(only, depth + 1)
    return found && { slides: found.slides, controls: [...controls, ...found.controls] }
  }
  return slides.length > 1 ? { slides, controls } : null
}

/** A slide as a part of ours: what it holds, or, where it is a picture itself, the picture. */
function partOf(slide: HtmlElement): HtmlElement {
  if (!SLIDE.test(slide.tagName)) return standIn('section', {}, [slide], slide)
  const id = attribute(slide, 'id')
  return standIn('section', id ? { id } : {}, slide.childNodes, slide)
}

/** Slides in a row that scripts or styles show one at a time, with the buttons that go between them. */
export const carousels: Recogniser = {
  name: 'carousels',
  recognise(siblings, index) {
    const holder = siblings[index]
    if (!holder || !isElement(holder) || !HOLDER.test(holder.tagName) || isPiece(holder) || !isCarousel(holder))
      return null
    const found = slidesIn(holder)
    if (!found) return null
    const buttons = found.controls
      .map((control) => wordsOf([control]).trim().replace(/\s+/g, ' '))
      .filter((words) => words !== '')
      .map((words) => `“${words}”`)
    return {
      count: 1,
      replacement: standIn('div', { 'data-piece': 'carousel' }, found.slides.map(partOf), holder),
      message: `A row of ${found.slides.length} slides became a carousel.${buttons.length > 0 ? ` Its buttons (${buttons.join(', ')}) gave way to Back and Next.` : ''}`,
    }
  },
}
