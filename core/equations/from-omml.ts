import { DOMParser } from '@xmldom/xmldom'
import { safeTex } from '../kinds/equation/tex.ts'
import { byName } from '../tree/by-name.ts'

/*
 * Formulas of word processors (Office MathML; ECMA-376, part 1, clause 22.1) as LaTeX. Names of elements in the
 * comments are those of the standard, without their prefix.
 */
const NAMESPACES = 'xmlns:m="m" xmlns:w="w" xmlns:r="r" xmlns:mc="mc" xmlns:a="a" xmlns:wp="wp"'
/** Longer ones are broken or hostile, and are not looked at. */
const MOST_XML = 200_000
const MOST_NESTING = 60

/**
 * The LaTeX of an `m:oMath` that nobody has checked, as a document or a clipboard holds it; null where there is none.
 */
export function texOfOmml(unsafeXml: string): string | null {
  if (unsafeXml.length > MOST_XML) return null
  // On clipboards other elements stand between those of the formula, and not as XML has it.
  const own = unsafeXml.replace(/<(?!\/?m:)[^>]*>/g, '').replace(/(m:\w+)=([^\s"'>/]+)/g, '$1="$2"')
  let isBroken = false
  const fail = (): void => void (isBroken = true)
  try {
    const parser = new DOMParser({ errorHandler: { warning: fail, error: fail, fatalError: fail } })
    const root = parser.parseFromString(`<x ${NAMESPACES}>${own}</x>`, 'text/xml').documentElement
    const tex = isBroken || !root ? '' : spaced(inside(root, 0))
    return tex === '' ? null : safeTex(tex)
  } catch {
    return null
  }
}

const elementsOf = (node: Node): Element[] =>
  Array.from(node.childNodes).filter((child): child is Element => child.nodeType === 1)
const named = (node: Node, name: string): Element | undefined =>
  elementsOf(node).find((child) => child.localName === name)
/** A setting in the properties of an element: `val` of `chr` in `naryPr`. */
const setting = (node: Element, name: string): string | undefined => {
  const properties = named(node, `${node.localName}Pr`)
  const found = properties && named(properties, name)
  return found ? (found.getAttribute('m:val') ?? '') : undefined
}
const isOn = (value: string | undefined): boolean => value !== undefined && !/^(0|off|false)$/.test(value)

const spaced = (tex: string): string => tex.replace(/ {2,}/g, ' ').trim()

/** Signs that LaTeX means something by. */
const ESCAPED = byName<string>({
  '\\': '\\backslash ',
  '{': '\\{',
  '}': '\\}',
  $: '\\$',
  '%': '\\%',
  '#': '\\#',
  '&': '\\&',
  _: '\\_',
  '~': '\\sim ',
  '^': '\\hat{}',
})
const typed = (words: string): string => words.replace(/[\\{}$%#&_~^]/g, (sign) => ESCAPED[sign] ?? sign)

/** What a part of a formula is; a single sign needs no braces, but gets them all the same. */
const part = (node: Node | undefined, depth: number): string => (node ? `{${spaced(inside(node, depth))}}` : '{}')

function inside(node: Node, depth: number): string {
  if (depth > MOST_NESTING) return typed(node.textContent ?? '')
  return Array.from(node.childNodes)
    .map((child) =>
      child.nodeType === 1
        ? written(child as Element, depth + 1)
        : child.nodeType === 3
          ? typed((child.textContent ?? '').replace(/\s+/g, ' '))
          : '',
    )
    .join('')
}

const NARY = byName<string>({
  '∑': '\\sum',
  '∏': '\\prod',
  '∐': '\\coprod',
  '∫': '\\int',
  '∬': '\\iint',
  '∭': '\\iiint',
  '∮': '\\oint',
  '⋃': '\\bigcup',
  '⋂': '\\bigcap',
  '⋁': '\\bigvee',
  '⋀': '\\bigwedge',
})
const ACCENTS = byName<string>({
  '\u0302': '\\hat',
  '\u0303': '\\tilde',
  '\u0304': '\\bar',
  '\u0305': '\\overline',
  '\u0307': '\\dot',
  '\u0308': '\\ddot',
  '\u030c': '\\check',
  '\u0306': '\\breve',
  '\u20d7': '\\vec',
})
const FUNCTIONS =
  /^(sin|cos|tan|cot|sec|csc|sinh|cosh|tanh|coth|arcsin|arccos|arctan|log|ln|lg|exp|lim|max|min|sup|inf|det|dim|ker|gcd|arg|deg)$/
/** A sign that encloses, as `\left` and `\right` take it; none is a dot. */
const fence = (sign: string): string => (sign === '' ? '.' : /^[{}]$/.test(sign) ? `\\${sign}` : sign)

const grid = (rows: readonly string[], kind: string): string => `\\begin{${kind}}${rows.join(' \\\\ ')}\\end{${kind}}`

type Write = (node: Element, depth: number) => string
const of = (node: Element, name: string, depth: number): string => part(named(node, name), depth)

/** What each element that has a form of its own becomes; the others are what they hold. */
const FORMS = byName<Write>({
  f: (node, depth) =>
    setting(node, 'type') === 'lin'
      ? `${of(node, 'num', depth)}/${of(node, 'den', depth)}`
      : `${setting(node, 'type') === 'noBar' ? '\\binom' : '\\frac'}${of(node, 'num', depth)}${of(node, 'den', depth)}`,
  sSup: (node, depth) => `${of(node, 'e', depth)}^${of(node, 'sup', depth)}`,
  sSub: (node, depth) => `${of(node, 'e', depth)}_${of(node, 'sub', depth)}`,
  sSubSup: (node, depth) => `${of(node, 'e', depth)}_${of(node, 'sub', depth)}^${of(node, 'sup', depth)}`,
  sPre: (node, depth) => `{}_${of(node, 'sub', depth)}^${of(node, 'sup', depth)}${of(node, 'e', depth)}`,
  rad: (node, depth) => {
    const degree = isOn(setting(node, 'degHide')) ? '{}' : of(node, 'deg', depth)
    return `\\sqrt${degree === '{}' ? '' : `[${degree.slice(1, -1)}]`}${of(node, 'e', depth)}`
  },
  nary: (node, depth) => {
    const sign = setting(node, 'chr') ?? '∫'
    const limits = (name: 'sub' | 'sup', mark: string): string =>
      isOn(setting(node, `${name}Hide`)) ? '' : `${mark}${of(node, name, depth)}`
    return `${NARY[sign] ?? typed(sign)}${limits('sub', '_')}${limits('sup', '^')} ${of(node, 'e', depth)}`
  },
  d: (node, depth) => {
    const parts = elementsOf(node)
      .filter(({ localName }) => localName === 'e')
      .map((each) => spaced(inside(each, depth)))
    const [begin, end] = [setting(node, 'begChr') ?? '(', setting(node, 'endChr') ?? ')']
    return `\\left${fence(begin)} ${parts.join(typed(setting(node, 'sepChr') ?? '|'))} \\right${fence(end)}`
  },
  func: (node, depth) => {
    const name = of(node, 'fName', depth)
    const bare = name.slice(1, -1).trim()
    return `${FUNCTIONS.test(bare) ? `\\${bare}` : name} ${of(node, 'e', depth)}`
  },
  acc: (node, depth) => `${ACCENTS[setting(node, 'chr') ?? '\u0302'] ?? '\\hat'}${of(node, 'e', depth)}`,
  bar: (node, depth) => `${setting(node, 'pos') === 'top' ? '\\overline' : '\\underline'}${of(node, 'e', depth)}`,
  groupChr: (node, depth) =>
    `${setting(node, 'pos') === 'top' ? '\\overbrace' : '\\underbrace'}${of(node, 'e', depth)}`,
  limLow: (node, depth) => {
    const base = of(node, 'e', depth)
    const bare = base.slice(1, -1).trim()
    return FUNCTIONS.test(bare) ? `\\${bare}_${of(node, 'lim', depth)}` : `\\underset${of(node, 'lim', depth)}${base}`
  },
  limUpp: (node, depth) => `\\overset${of(node, 'lim', depth)}${of(node, 'e', depth)}`,
  m: (node, depth) =>
    grid(
      elementsOf(node)
        .filter(({ localName }) => localName === 'mr')
        .map((row) =>
          elementsOf(row)
            .map((cell) => spaced(inside(cell, depth)))
            .join(' & '),
        ),
      'matrix',
    ),
  eqArr: (node, depth) =>
    grid(
      elementsOf(node)
        .filter(({ localName }) => localName === 'e')
        // In these an ampersand is where lines are aligned (clause 22.1.2.34).
        .map((line) => spaced(inside(line, depth)).replaceAll('\\&', '&')),
      'aligned',
    ),
  borderBox: (node, depth) => `\\boxed${of(node, 'e', depth)}`,
  phant: (node, depth) => `\\phantom${of(node, 'e', depth)}`,
  r: (node, depth) => {
    const words = inside(node, depth)
    const properties = named(node, 'rPr')
    if (properties && named(properties, 'nor')) return `\\text{${words}}`
    // Upright letters are a name: of a function that LaTeX knows, or of another.
    const isUpright = properties && named(properties, 'sty')?.getAttribute('m:val') === 'p'
    const name = words.trim()
    if (!isUpright || !/^[a-z]{2,}$/i.test(name)) return words
    return FUNCTIONS.test(name) ? `\\${name} ` : `\\mathrm{${name}}`
  },
})

function written(node: Element, depth: number): string {
  const name = node.localName ?? ''
  // Properties say how, not what.
  if (name.endsWith('Pr')) return ''
  return FORMS[name]?.(node, depth) ?? inside(node, depth)
}
