import { attribute, declarations, type HtmlElement, type HtmlNode, isElement } from '../../tree/tree.ts'
import type { Recogniser, Recognised } from './recogniser.ts'
import { elementsOf, isBlank, isPiece, standIn, targetOf, within } from './walk.ts'

interface Fold {
  readonly title: readonly HtmlNode[]
  readonly id: string
  readonly body: HtmlElement
  /** How many siblings it takes. */
  readonly count: number
  readonly place: HtmlElement
}

/** The one control in a header that opens something: a button, or a link to an id. */
function controlOf(header: HtmlElement): HtmlElement | null {
  const all = ['button', 'a'].includes(header.tagName)
    ? [header]
    : within(header.childNodes).filter(({ tagName }) => tagName === 'button' || tagName === 'a')
  return all.length === 1 && targetOf(all[0]!) !== null ? all[0]! : null
}

const HEADER = /^(h[1-6]|button|a|div|p|dt|header)$/
const BODY = /^(div|section|article|dd)$/

const OPENS = /(^|[\s_-])(accordion|collapsible|toggle|faq|expander)([\s_-]|$)/i
const OPENED = /(^|[\s_-])(panel|content|body|collapse|answer|details)([\s_-]|$)/i
const isHidden = (body: HtmlElement): boolean =>
  attribute(body, 'hidden') !== undefined || declarations(body).get('display') === 'none'

/**
 * What opens the block after it without naming it, as a script does that asks for the next element: a header that says
 * by its class that it folds, or is pressed, and a block that is hidden, or says that it is what is opened.
 */
function namelessControl(header: HtmlElement, body: HtmlElement): HtmlElement | null {
  const inner = within(header.childNodes).filter(({ tagName }) => tagName === 'button' || tagName === 'a')
  // A link leads somewhere, and so may one in a header.
  if (header.tagName === 'a' || inner.length > 1 || inner.some(({ tagName }) => tagName === 'a')) return null
  const [control = header] = inner
  if (targetOf(control) !== null) return null
  const all = [header, control]
  const isSaid = all.some((each) => OPENS.test(attribute(each, 'class') ?? ''))
  const isPressed = all.some((each) => each.tagName === 'button' || attribute(each, 'onclick') !== undefined)
  const opens = isHidden(body) || (isSaid && OPENED.test(attribute(body, 'class') ?? ''))
  return (isSaid || isPressed) && opens ? control : null
}

/** A header with a control, and after it the block that the control opens. */
function pairAt(siblings: readonly HtmlNode[], index: number): Fold | null {
  const header = siblings[index]
  if (!header || !isElement(header) || !HEADER.test(header.tagName)) return null
  let at = index + 1
  while (at < siblings.length && isBlank(siblings[at]!)) at++
  const body = siblings[at]
  if (!body || !isElement(body) || !BODY.test(body.tagName) || isPiece(body)) return null
  const named = controlOf(header)
  const control = named && attribute(body, 'id') === targetOf(named) ? named : namelessControl(header, body)
  if (!control) return null
  return { title: control.childNodes, id: attribute(body, 'id') ?? '', body, count: at - index + 1, place: header }
}

/** A fold at this place: a pair of siblings, or one element that holds just such a pair. */
function foldAt(siblings: readonly HtmlNode[], index: number): Fold | null {
  const pair = pairAt(siblings, index)
  if (pair) return pair
  const holder = siblings[index]
  if (!holder || !isElement(holder) || !BODY.test(holder.tagName) || isPiece(holder)) return null
  const children = elementsOf(holder.childNodes)
  const inner =
    children.length === 2 && holder.childNodes.every((node) => isElement(node) || isBlank(node))
      ? pairAt(holder.childNodes, holder.childNodes.indexOf(children[0]!))
      : null
  return inner && { ...inner, count: 1, place: holder }
}

/** Headers with a button or link and the blocks they open: several are an accordion, one is a reveal. */
export const foldsByHand: Recogniser = {
  name: 'folds',
  recognise(siblings, index) {
    const folds: Fold[] = []
    let at = index
    for (let fold = foldAt(siblings, at); fold; fold = foldAt(siblings, at)) {
      folds.push(fold)
      at += fold.count
      while (at < siblings.length && isBlank(siblings[at]!)) at++
    }
    const first = folds[0]
    if (!first) return null
    let count = at - index
    while (count > 1 && isBlank(siblings[index + count - 1]!)) count--
    return folds.length === 1 ? reveal(first, count) : accordion(folds, count)
  },
}

function reveal({ title, id, body, place }: Fold, count: number): Recognised {
  return {
    count,
    replacement: standIn(
      'details',
      id ? { id } : {},
      [standIn('summary', {}, [...title], place), ...body.childNodes],
      place,
    ),
    message: 'A button and the block it opens became a reveal.',
  }
}

function accordion(folds: readonly Fold[], count: number): Recognised {
  const parts = folds.map(({ title, id, body, place }) =>
    standIn('section', id ? { id } : {}, [standIn('h3', {}, [...title], place), ...body.childNodes], body),
  )
  return {
    count,
    replacement: standIn('div', { 'data-piece': 'accordion' }, parts, folds[0]!.place),
    message: `Buttons and the blocks they open became an accordion with ${parts.length} parts.`,
  }
}

/** Only one of one name is open (HTML Standard, `name` of `details`): that of the first is what can be kept. */
const startsAs = ([first]: readonly HtmlElement[]): Record<string, string> =>
  first && attribute(first, 'open') !== undefined ? { 'data-starts': 'first' } : {}

/** Neighbouring `details` of one name, of which only one is open at a time (HTML Standard, "the details element"). */
export const namedDetails: Recogniser = {
  name: 'details of one name',
  recognise(siblings, index) {
    const first = siblings[index]
    const name = first && isElement(first) && first.tagName === 'details' ? attribute(first, 'name') : undefined
    if (name === undefined) return null
    const all: HtmlElement[] = []
    let count = 0
    for (let at = index; at < siblings.length; at++) {
      const node = siblings[at]!
      if (isElement(node) && node.tagName === 'details' && attribute(node, 'name') === name) {
        all.push(node)
        count = at - index + 1
      } else if (!isBlank(node)) break
    }
    if (all.length < 2) return null
    const parts = all.map((each) => {
      const summary = each.childNodes.find((node) => isElement(node) && node.tagName === 'summary') as
        HtmlElement | undefined
      const id = attribute(each, 'id')
      return standIn(
        'section',
        id ? { id } : {},
        [standIn('h3', {}, summary?.childNodes ?? [], each), ...each.childNodes.filter((node) => node !== summary)],
        each,
      )
    })
    return {
      count,
      replacement: standIn('div', { 'data-piece': 'accordion', 'data-opens': 'one', ...startsAs(all) }, parts, all[0]!),
      message: `${parts.length} details of one name became an accordion.`,
    }
  },
}
