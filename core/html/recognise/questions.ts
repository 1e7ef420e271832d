import { attribute, element, type HtmlElement, type HtmlNode, isElement, text } from '../../tree/tree.ts'
import type { Recogniser } from './recogniser.ts'
import { elementsOf, isBlank, isPiece, standIn, within, wordsOf } from './walk.ts'

const HOLDER = /^(form|fieldset|div|section|article)$/
const FEEDBACK = /(^|[\s_-])(feedback|explanation|response|comment)([\s_-]|$)/i
/** “right” alone is a side. */
const RIGHT = /(^|\s)(is-)?(correct|correct-answer|right-answer)(\s|$)/i

/** One thing to choose, as it is written. */
interface Option {
  readonly input: HtmlElement
  /** All that is written for it: its label, what is said of it, or what holds both. */
  readonly nodes: HtmlNode[]
}

const isChoice = (node: HtmlElement): boolean =>
  node.tagName === 'input' && /^(radio|checkbox)$/i.test(attribute(node, 'type') ?? '')
const choicesIn = (node: HtmlNode): HtmlElement[] =>
  isElement(node) ? (isChoice(node) ? [node] : within(node.childNodes).filter(isChoice)) : []
const isFeedback = (node: HtmlNode): node is HtmlElement =>
  isElement(node) && FEEDBACK.test(`${attribute(node, 'class') ?? ''} ${attribute(node, 'data-part') ?? ''}`)
const isButton = (node: HtmlNode): boolean =>
  isElement(node) &&
  (node.tagName === 'button' ||
    (node.tagName === 'input' && /^(button|submit|reset)$/i.test(attribute(node, 'type') ?? '')))

/** The options of a question, what stands before them, and what is said after them; null where it is no question. */
function takenApart(root: HtmlElement): { prompt: HtmlNode[]; options: Option[]; after: HtmlNode[] } | null {
  const prompt: HtmlNode[] = []
  const after: HtmlNode[] = []
  let holder = root
  // Down to what holds the options themselves: a list, a group of fields.
  for (;;) {
    const holding = holder.childNodes.filter((node) => choicesIn(node).length > 0)
    const [only] = holding
    if (holding.length !== 1 || !isElement(only!) || choicesIn(only).length < 2) break
    const at = holder.childNodes.indexOf(only)
    prompt.push(...holder.childNodes.slice(0, at))
    after.unshift(...holder.childNodes.slice(at + 1))
    holder = only
  }
  const options: Option[] = []
  const last = holder.childNodes.findLastIndex((node) => choicesIn(node).length > 0)
  for (const [at, node] of holder.childNodes.entries()) {
    const [input, ...others] = choicesIn(node)
    if (others.length > 0) return null
    if (input) options.push({ input, nodes: [node] })
    else if (options.length === 0) prompt.push(node)
    else if (at < last || isLabelOf(node, options.at(-1)!.input) || !isElement(node)) options.at(-1)!.nodes.push(node)
    else after.push(node)
  }
  return { prompt, options, after }
}

const isLabelOf = (node: HtmlNode, input: HtmlElement): boolean =>
  isElement(node) && node.tagName === 'label' && attribute(node, 'for') === (attribute(input, 'id') ?? '-')

/** Says what is right, at the field, its label or what holds both. */
function isRight({ input, nodes }: Option): boolean {
  const said = [input, ...nodes.filter(isElement), ...within(nodes.filter((node) => !isFeedback(node)))]
  return said.some((each) => {
    const own = attribute(each, 'data-correct') ?? attribute(each, 'data-right')
    if (own !== undefined) return !/^(false|no|0|wrong)$/i.test(own)
    const words = isFeedback(each) ? '' : (attribute(each, 'class') ?? '')
    return RIGHT.test(words) || (each === input && /^(correct|right|true)$/i.test(attribute(each, 'value') ?? ''))
  })
}

/** An option with its field and its feedback taken out of it. */
function answerOf(option: Option, place: HtmlElement): HtmlElement {
  const words: HtmlNode[] = []
  const feedback: HtmlNode[] = []
  const take = (nodes: readonly HtmlNode[]): void => {
    for (const node of nodes) {
      if (node === option.input || isBlank(node) || (isElement(node) && node.tagName === 'br')) continue
      if (isFeedback(node)) feedback.push(...node.childNodes)
      else if (isElement(node) && /^(label|li|div|p|dd|td)$/.test(node.tagName)) take(node.childNodes)
      else words.push(node)
    }
  }
  take(option.nodes)
  const told = option.nodes.filter(isElement).map((each) => attribute(each, 'data-feedback'))
  const said = attribute(option.input, 'data-feedback') ?? told.find((each) => each !== undefined)
  if (said !== undefined) feedback.push(element('p', {}, [text(said)]))
  return standIn(
    'div',
    { 'data-part': 'answer', 'data-right': isRight(option) ? 'yes' : 'no' },
    [element('p', {}, words), element('div', { 'data-part': 'feedback' }, feedback)],
    place,
  )
}

const promptNode = (node: HtmlNode): HtmlNode =>
  isElement(node) && node.tagName === 'legend' ? standIn('p', {}, node.childNodes, node) : node

/** Pieces, and lists whose items are ticked: a question holds none. */
const isOurs = (each: HtmlElement): boolean =>
  isPiece(each) || each.attrs.some(({ name }) => /^data-(part|task|answers)$/.test(name))

/** Radio buttons or boxes to tick that are a question: a prompt, labels, and which of them are right. */
export const questionsByHand: Recogniser = {
  name: 'questions',
  recognise(siblings, index) {
    const root = siblings[index]!
    if (!isElement(root) || !HOLDER.test(root.tagName) || isPiece(root)) return null
    const inputs = choicesIn(root)
    const [first] = inputs
    if (!first || inputs.length < 2 || within(root.childNodes).some(isOurs)) return null
    const of = (input: HtmlElement, name: string): string => (attribute(input, name) ?? '').toLowerCase()
    const isOne = of(first, 'type') === 'radio'
    if (inputs.some((each) => of(each, 'type') !== of(first, 'type'))) return null
    // Radio buttons of two names are two questions.
    if (isOne && inputs.some((each) => of(each, 'name') !== of(first, 'name'))) return null
    const parts = takenApart(root)
    if (!parts || parts.options.length !== inputs.length || !parts.options.some(isRight)) return null
    const { prompt, options, after } = parts
    const isKnown = (node: HtmlNode): boolean =>
      isBlank(node) || isFeedback(node) || isButton(node) || isOnlyButtons(node)
    if (!after.every(isKnown) || wordsOf(prompt).trim() === '') return null
    const answers = options.map((option) => answerOf(option, isElement(option.nodes[0]!) ? option.nodes[0] : root))
    if (answers.some((each) => wordsOf(elementsOf(each.childNodes)[0]!.childNodes).trim() === '')) return null
    const general = after.filter(isFeedback).flatMap((node) => node.childNodes)
    sayToTheRight(answers, general)
    const right = options.filter(isRight).length
    return {
      count: 1,
      replacement: standIn(
        'div',
        { 'data-piece': 'practice', 'data-answers': isOne ? 'one' : 'several' },
        [element('div', { 'data-part': 'prompt' }, prompt.map(promptNode)), ...answers],
        root,
      ),
      message: `A question with ${options.length} answers, ${right} of them right, became a practice question.`,
    }
  },
}

const isOnlyButtons = (node: HtmlNode): boolean =>
  isElement(node) && node.childNodes.every((each) => isBlank(each) || isButton(each))

/** What is said after all answers is said to whoever has chosen right, where nothing else is. */
function sayToTheRight(answers: readonly HtmlElement[], general: readonly HtmlNode[]): void {
  if (general.length === 0) return
  const right = answers.find((each) => attribute(each, 'data-right') === 'yes')
  const feedback = elementsOf(right?.childNodes ?? [])[1]
  if (!feedback) return
  feedback.childNodes.push(...general)
  for (const node of general) node.parentNode = feedback
}
