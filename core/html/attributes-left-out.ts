import { elementWords, propertyWords } from './author-words.ts'
import { BLOCK } from './element-groups.ts'
import { safeLanguage } from '../tree/languages.ts'
import { declarations, everyNode, hasClass, type HtmlElement, isText } from '../tree/tree.ts'
import { byName } from '../tree/by-name.ts'

/** What a kind has understood of an element. */
export interface Understood {
  /** Names of attributes, and properties of its style, that the kind looks at. */
  readonly understands: readonly string[]
  readonly styles: readonly string[]
  /** What the kind makes of the element, to be compared; nothing where it is not read as a kind. */
  readonly made?: (element: HtmlElement) => string
  /** Nothing is understood by its name alone: of everything it is asked what would be made without it. */
  readonly isAsked?: boolean
  /** How we write what was made, in each of our forms: what says the same there says no more here. */
  readonly written?: () => readonly HtmlElement[]
  /** Names of our own, in `class` and `data-piece`, that say no more than the kind does. */
  readonly ownNames?: readonly string[]
  /** Its white space is kept where its style asks for it. */
  readonly isTextblock?: boolean
  /** It holds characters alone: nothing that is said of words. */
  readonly isPlain?: boolean
  /** It is a line of something else, and does not stand by itself. */
  readonly isLine?: boolean
}

/** What is understood of an element that has no meaning of its own. */
export const NOTHING: Understood = { understands: [], styles: [] }

/** The same of what holds characters alone. */
export const PLAIN: Understood = { ...NOTHING, isPlain: true }
/** The same of what is a line of something else. */
export const LINE: Understood = { ...NOTHING, isLine: true, isTextblock: true }

/** Values that say what holds without them (HTML Standard, the default of each attribute). */
const AS_WITHOUT = byName<RegExp>({
  colspan: /^0*1$/,
  rowspan: /^0*1$/,
  start: /^0*1$/,
  type: /^(1|disc)$/,
  target: /^_self$/i,
  // Where a link leads is all that a page keeps of it; these are for search engines and for safety.
  rel: /^((noopener|noreferrer|nofollow|external)\s*)+$/i,
})
const KEEPS_SPACE = /^(pre|pre-wrap|break-spaces|normal)$/i
const PLACED = /^(start|end|left|right|center|-webkit-center|justify)$/i

/** A sentence for each attribute, class and declaration of an element that is not in what was made of it. */
export function attributesLeftOut(element: HtmlElement, understood: Understood, isInLine = false): string[] {
  if (element.attrs.length === 0) return []
  // Within a line nothing stands by itself any more, and what holds nothing says nothing of words.
  const isPlaced = BLOCK.has(element.tagName) && !isInLine && !understood.isLine && saysOfWords(element, understood)
  return element.attrs.flatMap(({ name, value }) => {
    if (name === 'style') return stylesLeftOut(element, understood, isPlaced)
    if (name === 'class') return classesLeftOut(element, understood)
    return isUnderstood(element, name, value, understood, isPlaced) ? [] : [sentenceFor(element, name, value)]
  })
}

function saysOfWords(element: HtmlElement, { isPlain = false, isTextblock = false }: Understood): boolean {
  // A line is placed before it has words.
  if (isPlain || isTextblock) return !isPlain
  for (const each of everyNode(element)) if (isText(each) && each.value !== '') return true
  return false
}

function isUnderstood(
  element: HtmlElement,
  name: string,
  value: string,
  understood: Understood,
  isPlaced: boolean,
): boolean {
  const isSaid = (): boolean => isInMade(element, understood, (attrs) => attrs.filter((each) => each.name !== name))
  if (understood.isAsked) return isSaid()
  if (name === 'lang' || name === 'xml:lang') return safeLanguage(value) !== null && saysOfWords(element, understood)
  if (name === 'dir' && isPlaced) return /^(ltr|rtl)$/i.test(value)
  if (name === 'align' && isPlaced && PLACED.test(value)) return element.tagName !== 'center'
  if (name === 'data-piece' && understood.ownNames?.includes(value)) return true
  if (!understood.understands.includes(name)) return false
  if (AS_WITHOUT[name]?.test(value)) return true
  const isOurs = (): boolean =>
    isWritten(understood, (own) => own.attrs.some((each) => each.name === name && each.value === value))
  // Our own are written with what holds without them, too; of the others most say something.
  return name.startsWith('data-') ? isOurs() || isSaid() : isSaid() || isOurs()
}

function classesLeftOut(element: HtmlElement, understood: Understood): string[] {
  const names = (element.attrs.find(({ name }) => name === 'class')?.value ?? '').split(/\s+/).filter(Boolean)
  return names.flatMap((each) => {
    // A caption that stands beside nothing is a paragraph like any other.
    if (/^(mso)?caption$/i.test(each) || understood.ownNames?.includes(each)) return []
    if (isWritten(understood, (own) => hasClass(own, each))) return []
    const others = names.filter((other) => other !== each).join(' ')
    return understood.understands.includes('class') && isInMade(element, understood, setting('class', others))
      ? []
      : [lost(element, `class “${each.slice(0, 60)}”`)]
  })
}

function stylesLeftOut(element: HtmlElement, understood: Understood, isPlaced: boolean): string[] {
  return [...declarations(element)].flatMap(([property, value]) => {
    if (property === 'text-align' && isPlaced && PLACED.test(value)) return []
    if (property === 'white-space' && KEEPS_SPACE.test(value) && understood.isTextblock) return []
    const said = `(${property.slice(0, 40)}: ${value.slice(0, 60)})`
    const isRead = understood.styles.includes(property) || understood.understands.includes('style')
    if (isRead && isWritten(understood, (own) => declarations(own).get(property) === value)) return []
    const isKept = (other: string | null): boolean => isInMade(element, understood, declaring(element, property, other))
    if (!isRead || !isKept(null)) return [lost(element, `${propertyWords(property)} ${said}`)]
    return property.startsWith('border') && !BORDERS.some(isKept)
      ? [`${elementWords(element.tagName).subject} keeps that it has a border, not how it looks ${said}.`]
      : []
  })
}

/** The element's declarations with another value for one of them, or without it. */
function declaring(element: HtmlElement, property: string, value: string | null) {
  const others = new Map(declarations(element))
  if (value === null) others.delete(property)
  else others.set(property, value)
  return setting('style', [...others].map((each) => each.join(':')).join(';'))
}

/** Borders that have nothing in common: where both read the same, how a border looks is not kept. */
const BORDERS = ['1px solid #010203', '5px dotted #fedcba']

function lost(element: HtmlElement, what: string): string {
  const { subject, whose } = elementWords(element.tagName)
  return `${subject} lost ${whose} ${what}.`
}

const isWritten = ({ written }: Understood, says: (own: HtmlElement) => boolean): boolean =>
  written?.().some(says) ?? false

type Attributes = HtmlElement['attrs']
const setting =
  (name: string, value: string) =>
  (attrs: Attributes): Attributes =>
    attrs.map((each) => (each.name === name ? { name, value } : each))

/** Whether something else would have been made of the element without a part of what it says. */
function isInMade(element: HtmlElement, { made }: Understood, without: (attrs: Attributes) => Attributes): boolean {
  return made === undefined || made(element) !== made({ ...element, attrs: without(element.attrs) })
}

function sentenceFor(element: HtmlElement, name: string, value: string): string {
  const { subject } = elementWords(element.tagName)
  if (name.startsWith('on')) return `${subject} lost “${name}”, which would run script.`
  if (name === 'href' || name === 'src')
    return `The address “${value.slice(0, 60)}” is not one a page may use; the link was left out and its words kept.`
  return `${subject} lost “${value === '' ? name : `${name}="${value.slice(0, 60)}"`}”.`
}
