import { attribute, type HtmlElement, isElement } from '../tree/tree.ts'

/** The caption of a figure, where it stands. */
export const captionIn = ({ childNodes }: HtmlElement): HtmlElement | undefined =>
  childNodes.find((node): node is HtmlElement => isElement(node) && node.tagName === 'figcaption')

/** How wide a figure is, in percent of its column, as its style says; NaN where that says nothing of it. */
export const percentIn = (figure: HtmlElement): number =>
  Number(/width:\s*(\d{1,3})%/.exec(attribute(figure, 'style') ?? '')?.[1] ?? NaN)
