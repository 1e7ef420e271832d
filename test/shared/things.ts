import type { Random } from './random-edits.ts'

/*
 * Fragments of HTML as a tree of *things*: elements, attributes, declarations, comments, words. Each can be taken out.
 */

export interface ElementThing {
  readonly kind: 'element'
  readonly tag: string
  readonly attributes: readonly (readonly [name: string, value: string])[]
  readonly style: readonly (readonly [property: string, value: string])[]
  readonly children: readonly Thing[]
}
export type Thing = ElementThing | { readonly kind: 'words' | 'comment'; readonly text: string }

/** Elements without an end tag. */
const VOID = ['br', 'hr', 'img', 'input', 'wbr', 'embed', 'link', 'meta']
/** Elements as they stand in each other by the HTML Standard and against it; `.` stands for what may be anywhere. */
const HOLDING: readonly (readonly [tag: string, inside: string])[] = [
  ...[
    ...['p', 'div', 'span', 'b', 'i', 'em', 'strong', 'u', 's', 'sub', 'sup', 'code', 'kbd', 'mark', 'small', 'big'],
    ...['a', 'q', 'cite', 'abbr', 'ins', 'del', 'blockquote', 'pre', 'h1', 'h2', 'h3', 'h6', 'section', 'article'],
    ...['aside', 'nav', 'header', 'footer', 'main', 'figure', 'figcaption', 'details', 'summary', 'dialog', 'fieldset'],
    ...['legend', 'form', 'label', 'button', 'textarea', 'noscript', 'center', 'font', 'address', 'dfn', 'var', 'samp'],
    ...['time', 'data', 'bdi', 'bdo', 'ruby', 'object', 'video', 'audio', 'iframe', 'template', 'style', 'script'],
    ...['svg', 'math', 'marquee', 'x-widget', 'td', 'th', 'li', 'dt', 'dd', 'caption', 'option'],
  ].map((tag) => [tag, '.'] as const),
  ['ul', 'li'],
  ['ol', 'li'],
  ['dl', 'dt dd'],
  ['table', 'caption thead tbody tr colgroup'],
  ['thead', 'tr'],
  ['tbody', 'tr'],
  ['tr', 'td th'],
  ['select', 'option'],
]
const ATTRIBUTES: readonly (readonly [name: string, value: string])[] = [
  ...(
    ['id', 'class', 'title', 'lang', 'dir', 'hidden', 'align', 'width', 'height', 'color', 'bgcolor', 'face'] as const
  ).map((name) => [name, '@'] as const),
  ['lang', 'fr'],
  ['lang', 'de'],
  ['lang', 'it'],
  ['dir', 'rtl'],
  ['hidden', ''],
  ['align', 'right'],
  ['class', 'box'],
  ['class', 'tabs'],
  ['data-piece', '@'],
  ['data-piece', 'box'],
  ['data-@', '1'],
  ['href', 'https://walls.example/@'],
  ['href', '#@'],
  ['href', 'javascript:@'],
  ['src', 'https://walls.example/@'],
  ['target', '_blank'],
  ['rel', 'nofollow'],
  ['onclick', '@()'],
  ['start', '7'],
  ['start', '@'],
  ['type', 'A'],
  ['reversed', ''],
  ['value', '9'],
  ['scope', 'row'],
  ['cite', 'https://walls.example/@'],
  ['datetime', '2020-01-01'],
  ['alt', '@'],
  ['role', 'note'],
  ['aria-label', '@'],
  ['tabindex', '0'],
  ['contenteditable', 'true'],
  ['clear', 'all'],
  ['open', ''],
]
const DECLARATIONS: readonly (readonly [property: string, value: string])[] = [
  ['color', '#a0102@'],
  ['color', 'nonsense@'],
  ['background', '#f0e02@'],
  ['background-color', 'nonsense@'],
  ['border', '1px dashed #c0102@'],
  ['border-left', '4px solid #c0102@'],
  ['border-radius', '@px'],
  ['padding', '1@px'],
  ['margin-left', '4@px'],
  ['float', 'right'],
  ['width', '4@%'],
  ['display', 'none'],
  ['display', 'flex'],
  ['visibility', 'hidden'],
  ['font-size', '2@px'],
  ['font-family', 'Font@'],
  ['font-weight', 'bold'],
  ['font-style', 'italic'],
  ['font-variant', 'small-caps'],
  ['text-decoration', 'underline'],
  ['text-align', 'justify'],
  ['text-align', 'nonsense@'],
  ['text-indent', '2@px'],
  ['line-height', '1.@'],
  ['letter-spacing', '@px'],
  ['white-space', 'pre-wrap'],
  ['white-space', 'nowrap'],
  ['vertical-align', 'super'],
  ['list-style-type', 'lower-roman'],
  ['list-style-type', 'nonsense@'],
  ['direction', 'rtl'],
  ['position', 'absolute'],
  ['transform', 'rotate(@deg)'],
  ['--own-@', '1'],
]

/** A fragment; every value in it is another, so that no two things say the same. */
export function anyThings(random: Random): Thing[] {
  let count = 0
  const fresh = (pattern: string): string => pattern.replaceAll('@', () => String(1 + (count++ % 9)))
  const some = <Each>(from: readonly Each[], most: number): Each[] =>
    Array.from({ length: random.below(most + 1) }, () => random.pick(from))
  const pairs = (from: readonly (readonly [string, string])[], most: number): (readonly [string, string])[] => [
    ...new Map(some(from, most).map(([name, value]) => [fresh(name), fresh(value)] as const)),
  ]
  const words = (): Thing => ({ kind: 'words', text: `word${count++}  .` })
  const inside = (holds: string, depth: number): Thing[] =>
    holds === '.'
      ? // Its own words come first: what an element says of words has some to say it of.
        [words(), ...Array.from({ length: depth > 0 ? random.below(3) : 0 }, () => thing(depth - 1))]
      : Array.from({ length: 1 + random.below(2) }, () => element(random.pick(holds.split(' ')), depth - 1))
  const element = (tag: string, depth: number): Thing => {
    const holds = HOLDING.find(([name]) => name === tag)?.[1] ?? '.'
    const children = VOID.includes(tag) || tag === 'col' ? [] : inside(holds, depth)
    return {
      kind: 'element',
      tag,
      attributes: pairs(ATTRIBUTES.filter(isOffered), 2),
      style: pairs(DECLARATIONS.filter(isOffered), 2),
      children,
    }
  }
  // Right is where a line begins that runs from right to left: such a line says nothing by standing there.
  const isTurned = random.below(2) === 0
  const isOffered = ([name]: readonly [string, string]): boolean =>
    isTurned ? !/align$/.test(name) : name !== 'dir' && name !== 'direction'
  const thing = (depth: number): Thing => {
    const what = random.below(12)
    if (what === 0) return { kind: 'comment', text: `comment${count++}` }
    if (what === 1) return words()
    return element(what === 2 ? random.pick(VOID) : random.pick(HOLDING)[0], depth)
  }
  return Array.from({ length: 1 + random.below(2) }, () => thing(2))
}

/** Pieces as they are written by hand; `~` stands for something more that an element says. */
const FORMS: readonly ((
  more: (tag: string, ...attributes: readonly (readonly [string, string])[]) => Making,
) => Thing[])[] = [
  (make) => [
    make('ul')(make('li')(make('a', ['href', '#a1'])('One')), make('li')(make('a', ['href', '#b1'])('Two'))),
    make('div', ['id', 'a1'])(make('p')('First.')),
    make('div', ['id', 'b1'])(make('p')('Second.')),
  ],
  (make) => [
    make('details', ['name', 'n1'])(make('summary')('One'), make('p')('First.')),
    make('details', ['name', 'n1'])(make('summary')('Two'), make('p')('Second.')),
  ],
  (make) => [make('button', ['aria-controls', 'a1'])('More'), make('div', ['id', 'a1'])(make('p')('First.'))],
  (make) => [
    make('div', ['style', 'display:flex'])(make('div')(make('p')('First.')), make('div')(make('p')('Second.'))),
  ],
  (make) => [make('p', ['class', 'caption'])('Weights'), make('table')(make('tr')(make('td')('a')))],
  (make) => [make('figure')(make('table')(make('tr')(make('td')('a'))), make('figcaption')('Weights'))],
  (make) => [make('table')(make('thead')(make('tr')(make('td')('a'))), make('tr')(make('td')('b')))],
]
type Making = (...children: readonly (Thing | string)[]) => ElementThing

/** A piece as it is written by hand, of which some elements say something more. */
export function anyForm(random: Random): Thing[] {
  let count = 0
  const fresh = (pattern: string): string => pattern.replaceAll('@', () => String(1 + (count++ % 9)))
  const more = (from: readonly (readonly [string, string])[]): (readonly [string, string])[] =>
    random.below(3) === 0 ? [random.pick(from)].map(([name, value]) => [fresh(name), fresh(value)] as const) : []
  const offered = ATTRIBUTES.filter(([name]) => !/^(id|href|hidden|dir|align|data-piece|class|title|scope)$/.test(name))
  const styles = DECLARATIONS.filter(([name]) => !/^(display|visibility|direction|white-space|text-align)$/.test(name))
  const form = random.pick(FORMS)
  return form((tag, ...attributes) => (...children) => {
    const style = attributes
      .filter(([name]) => name === 'style')
      .map(([, value]) => value.split(':') as [string, string])
    return {
      ...{ kind: 'element', tag },
      attributes: [...attributes.filter(([name]) => name !== 'style'), ...more(offered)],
      style: [...style, ...more(styles)],
      children: children.map((each) => (typeof each === 'string' ? { kind: 'words', text: each } : each)),
    }
  })
}

/** The fragment as HTML, an element a line. */
export function htmlOf(things: readonly Thing[]): string {
  return things
    .map((thing) => {
      if (thing.kind !== 'element') return thing.kind === 'words' ? thing.text : `<!--${thing.text}-->`
      const style = thing.style.map(([property, value]) => `${property}:${value}`).join(';')
      const attributes = [...thing.attributes, ...(style === '' ? [] : [['style', style] as const])]
      const tag = `\n<${[thing.tag, ...attributes.map(([name, value]) => `${name}="${value}"`)].join(' ')}>`
      return VOID.includes(thing.tag) ? tag : `${tag}${htmlOf(thing.children)}</${thing.tag}>`
    })
    .join('')
}

/** The fragment once for each thing in it, without that thing; an element leaves what it holds. */
export function* withoutEach(things: readonly Thing[]): Generator<{
  readonly gone: string
  /** The value of what was said; empty for an element. */
  readonly value: string
  readonly tag: string
  readonly rest: readonly Thing[]
  /** The elements it stands in. */
  readonly within: readonly ElementThing[]
  /** The element that is gone, where it is one. */
  readonly self?: ElementThing
}> {
  for (const [at, thing] of things.entries()) {
    const put = (...instead: Thing[]): Thing[] => [...things.slice(0, at), ...instead, ...things.slice(at + 1)]
    if (thing.kind !== 'element') {
      yield { gone: `${thing.kind} ${thing.text}`, value: '', tag: '', rest: put(), within: [] }
      continue
    }
    yield { gone: `<${thing.tag}>`, value: '', tag: thing.tag, rest: put(...thing.children), within: [], self: thing }
    for (const list of ['attributes', 'style'] as const)
      for (const [index, [name, value]] of thing[list].entries())
        yield {
          gone: `${list === 'style' ? `${name}: ${value}` : `${name}="${value}"`} of <${thing.tag}>`,
          value,
          tag: '',
          within: [thing],
          rest: put({ ...thing, [list]: thing[list].filter((_, other) => other !== index) }),
        }
    for (const { rest, within, ...each } of withoutEach(thing.children))
      yield { ...each, rest: put({ ...thing, children: rest }), within: [thing, ...within] }
  }
}

/** The fragment once for each value in it that has a number, with another number in its place. */
export function* withOtherNumbers(things: readonly Thing[]): Generator<{
  readonly was: string
  readonly value: string
  readonly rest: readonly Thing[]
  /** The elements it stands in. */
  readonly within: readonly ElementThing[]
}> {
  for (const [at, thing] of things.entries()) {
    if (thing.kind !== 'element') continue
    const put = (instead: Thing): Thing[] => [...things.slice(0, at), instead, ...things.slice(at + 1)]
    for (const list of ['attributes', 'style'] as const)
      for (const [index, [name, value]] of thing[list].entries()) {
        const other = value.replace(/\d/, (digit) => String(((Number(digit) + 4) % 9) + 1))
        if (other !== value)
          yield {
            ...{ was: `${name}: ${value} of <${thing.tag}>`, value, within: [thing] },
            rest: put({ ...thing, [list]: thing[list].map((each, place) => (place === index ? [name, other] : each)) }),
          }
      }
    for (const { rest, within, ...each } of withOtherNumbers(thing.children))
      yield { ...each, rest: put({ ...thing, children: rest }), within: [thing, ...within] }
  }
}
