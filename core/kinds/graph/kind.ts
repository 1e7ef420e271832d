import { z } from 'zod'
import { attribute, element, hasClass, type HtmlElement, isElement } from '../../tree/tree.ts'
import { validOr, words, wordsFrom } from '../attributes.ts'
import { captionIn, percentIn } from '../figures.ts'
import type { NodeKind } from '../kind.ts'

/*
 * A graph is kept as its author typed it: functions, points and areas, a line each. It is drawn when a page is rendered
 * and on the sheet, so that what draws comes with neither the sheet nor the reading room. What can't be drawn stays as
 * it was typed.
 */

/** The longest of each, in UTF-16 units. */
export const MOST_TYPED = { functions: 600, points: 1500, areas: 600, name: 40, alt: 2000 } as const
/** How far an axis may reach. */
export const MOST_REACH = 1e8
const reach = z.number().min(-MOST_REACH).max(MOST_REACH)
const widthPercent = z.number().int().min(20).max(100)

const isGraph = (unsafeElement: HtmlElement): boolean =>
  attribute(unsafeElement, 'data-piece') === 'graph' || hasClass(unsafeElement, 'graph')

/** The two numbers of an axis; null where they are none. */
function rangeFrom(unsafeText: string | undefined): [number, number] | null {
  const read = z.tuple([reach, reach]).safeParse((unsafeText ?? '').trim().split(/\s+/).map(Number))
  return read.success ? read.data : null
}

/** The graphs of functions of one variable, with a caption. */
export const graph = {
  type: 'node',
  name: 'graph',
  label: 'graph',
  counted: ['a graph', 'graphs'],
  saysSomething: true,
  isPiece: true,
  attributes: z.object({
    functions: words(MOST_TYPED.functions).default(''),
    points: words(MOST_TYPED.points).default(''),
    areas: words(MOST_TYPED.areas).default(''),
    xFrom: reach.default(-5),
    xTo: reach.default(5),
    /** As much as the functions need where either is null. */
    yFrom: reach.nullable().default(null),
    yTo: reach.nullable().default(null),
    xName: words(MOST_TYPED.name).default(''),
    yName: words(MOST_TYPED.name).default(''),
    hasGrid: z.boolean().default(true),
    hasValues: z.boolean().default(true),
    alt: words(MOST_TYPED.alt).default(''),
    widthPercent: widthPercent.default(80),
  }),
  placeholder: () => 'A caption, if it needs one',
  spec: { content: 'caption', group: 'block', isolating: true },
  reads: [
    {
      tag: 'figure',
      understands: [
        'class',
        'style',
        'data-piece',
        'data-functions',
        'data-points',
        'data-areas',
        'data-x',
        'data-y',
        'data-x-name',
        'data-y-name',
        'data-grid',
        'data-values',
        'data-alt',
      ],
      styles: ['width'],
      read: (unsafeElement) => {
        const given = (name: string): string | undefined => attribute(unsafeElement, `data-${name}`)
        if (!isGraph(unsafeElement) || given('functions') === undefined) return null
        const [x, y] = [rangeFrom(given('x')), rangeFrom(given('y'))]
        return {
          functions: wordsFrom(given('functions'), MOST_TYPED.functions),
          points: wordsFrom(given('points'), MOST_TYPED.points),
          areas: wordsFrom(given('areas'), MOST_TYPED.areas),
          ...(x ? { xFrom: x[0], xTo: x[1] } : {}),
          ...(y ? { yFrom: y[0], yTo: y[1] } : {}),
          xName: wordsFrom(given('x-name'), MOST_TYPED.name),
          yName: wordsFrom(given('y-name'), MOST_TYPED.name),
          hasGrid: given('grid') !== 'no',
          hasValues: given('values') !== 'no',
          alt: wordsFrom(given('alt'), MOST_TYPED.alt),
          widthPercent: validOr(widthPercent, percentIn(unsafeElement), 80),
        }
      },
      inside: (unsafeElement) => [{ kind: 'caption', line: captionIn(unsafeElement)?.childNodes ?? [] }],
    },
  ],
  parseDOM: [{ tag: 'figure.graph' }],
  write: ({ attrs }, children, format) => {
    const style = `width: ${Number(attrs.widthPercent)}%`
    if (format === 'sheet') return element('figure', { class: 'graph', style }, children)
    const typed = (name: string): string | null => (attrs[name] === '' ? null : String(attrs[name]))
    const isBare = format === 'published' && children.every((each) => isElement(each) && each.childNodes.length === 0)
    return element(
      'figure',
      {
        ...(format === 'published' ? { class: 'graph' } : { 'data-piece': 'graph' }),
        'data-functions': String(attrs.functions),
        'data-points': typed('points'),
        'data-areas': typed('areas'),
        'data-x': `${attrs.xFrom} ${attrs.xTo}`,
        'data-y': attrs.yFrom === null || attrs.yTo === null ? null : `${attrs.yFrom} ${attrs.yTo}`,
        'data-x-name': typed('xName'),
        'data-y-name': typed('yName'),
        'data-grid': attrs.hasGrid ? null : 'no',
        'data-values': attrs.hasValues ? null : 'no',
        'data-alt': typed('alt'),
        style,
      },
      isBare ? [] : children,
    )
  },
  examples: [
    {
      type: 'graph',
      attrs: {
        functions: 'f(x) = x^2 - 1\ng(x) = 2x & “<b>”',
        points: '(0, f(0)) Lowest\n(1, 0)',
        areas: 'under f from -1 to 1',
        xFrom: -3,
        xTo: 3.5,
        yFrom: -2,
        yTo: 8,
        xName: 'x in m',
        yName: 'y in m',
        hasGrid: false,
        hasValues: false,
        alt: 'A curve & a “line”',
        widthPercent: 60,
      },
      content: [{ type: 'caption', content: [{ type: 'text', text: 'How the wall falls' }] }],
    },
    { type: 'graph', attrs: { functions: 'y = 1/x' }, content: [{ type: 'caption' }] },
  ],
} satisfies NodeKind
