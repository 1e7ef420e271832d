import { z } from 'zod'
import { attribute, element, everyElement, hasClass, type HtmlElement, isElement, isText } from '../../tree/tree.ts'
import { validOr, words, wordsFrom } from '../attributes.ts'
import { captionIn, percentIn } from '../figures.ts'
import type { NodeKind } from '../kind.ts'

/*
 * A chart is its table: the first row names its columns, the first column its rows. It is drawn from that when a page
 * is rendered and on the sheet, so that what draws comes with neither the sheet nor the reading room, and whoever can't
 * see the drawing has the same numbers in the table.
 */

export const chartForm = z.enum(['bar', 'line', 'area', 'pie', 'scatter'])
export type ChartForm = z.infer<typeof chartForm>
/** The sign before the decimals of the numbers in the table. */
export const decimalSign = z.enum(['point', 'comma'])
/** The longest of each, in UTF-16 units. */
export const MOST_CHART_WORDS = { name: 60, alt: 2000 } as const
const widthPercent = z.number().int().min(20).max(100)

/** The table that a figure draws, where it has one and nothing beside it that would get lost. */
function tableIn(figure: HtmlElement): HtmlElement | null {
  let found: HtmlElement | null = null
  for (const child of figure.childNodes) {
    if (isText(child) ? child.value.trim() === '' : !isElement(child)) continue
    if (!isElement(child)) return null
    if (child.tagName === 'figcaption') continue
    if (found || child.tagName !== 'table') return null
    found = child
  }
  const hasCells = found && [...everyElement(found.childNodes)].some(({ tagName }) => /^t[dh]$/.test(tagName))
  return hasCells ? found : null
}

/** The captions of a table, which are the chart's. */
const captionsOf = (table: HtmlElement | null): HtmlElement[] =>
  (table?.childNodes ?? []).filter((node): node is HtmlElement => isElement(node) && node.tagName === 'caption')

/** A drawing of the numbers of a table, with the table beneath it and a caption. */
export const chart = {
  type: 'node',
  name: 'chart',
  label: 'chart',
  counted: ['a chart', 'charts'],
  isPiece: true,
  attributes: z.object({
    form: chartForm.default('bar'),
    /** Bars that lie, for long names. */
    isAcross: z.boolean().default(false),
    /** Bars or areas of one row on top of each other. */
    isStacked: z.boolean().default(false),
    decimal: decimalSign.default('point'),
    /** What is measured along each axis, with its unit; the x axis is else named by the first head of the table. */
    xName: words(MOST_CHART_WORDS.name).default(''),
    yName: words(MOST_CHART_WORDS.name).default(''),
    isTableFolded: z.boolean().default(false),
    /** What is told instead of what the numbers say by themselves; empty for the latter. */
    alt: words(MOST_CHART_WORDS.alt).default(''),
    widthPercent: widthPercent.default(100),
  }),
  takenApart: ({ children: [table, caption], type: { schema } }) => [
    table!,
    ...(caption && caption.childCount > 0 ? [schema.nodes.paragraph!.create(null, caption.content)] : []),
  ],
  placeholder: () => 'A caption, if it needs one',
  spec: { content: 'table caption', group: 'block', isolating: true },
  reads: [
    {
      tag: 'figure',
      understands: [
        'class',
        'data-piece',
        'data-form',
        'data-across',
        'data-stacked',
        'data-decimal',
        'data-x-name',
        'data-y-name',
        'data-table',
        'data-alt',
      ],
      styles: ['width'],
      read: (unsafeElement) => {
        const given = (name: string): string | undefined => attribute(unsafeElement, `data-${name}`)
        // Other people's figures are called charts, too: ours say how they are drawn.
        const isOurs = given('piece') === 'chart' || (hasClass(unsafeElement, 'chart') && given('form') !== undefined)
        if (!isOurs || !tableIn(unsafeElement)) return null
        return {
          form: validOr(chartForm, given('form'), 'bar'),
          isAcross: given('across') === 'yes',
          isStacked: given('stacked') === 'yes',
          decimal: validOr(decimalSign, given('decimal'), 'point'),
          xName: wordsFrom(given('x-name'), MOST_CHART_WORDS.name),
          yName: wordsFrom(given('y-name'), MOST_CHART_WORDS.name),
          isTableFolded: given('table') === 'folded',
          alt: wordsFrom(given('alt'), MOST_CHART_WORDS.alt),
          widthPercent: validOr(widthPercent, percentIn(unsafeElement), 100),
        }
      },
      inside: (unsafeElement) => {
        const table = tableIn(unsafeElement)!
        const captions = captionsOf(table)
        const lines = [captionIn(unsafeElement), ...captions].filter((each) => each !== undefined)
        return [
          {
            blocks: [
              { ...table, childNodes: table.childNodes.filter((node) => !captions.some((each) => each === node)) },
            ],
          },
          {
            kind: 'caption',
            line: lines.flatMap((each, at) => [...(at > 0 ? [element('br')] : []), ...each.childNodes]),
          },
        ]
      },
    },
  ],
  parseDOM: [{ tag: 'figure.chart' }],
  write: ({ attrs }, children, format) => {
    const style = Number(attrs.widthPercent) === 100 ? null : `width: ${Number(attrs.widthPercent)}%`
    if (format === 'sheet') return element('figure', { class: 'chart', style }, children)
    const typed = (name: string): string | null => (attrs[name] === '' ? null : String(attrs[name]))
    const [table, caption] = children
    const isBare = format === 'published' && caption && isElement(caption) && caption.childNodes.length === 0
    return element(
      'figure',
      {
        ...(format === 'published' ? { class: 'chart' } : { 'data-piece': 'chart' }),
        'data-form': String(attrs.form),
        'data-across': attrs.isAcross ? 'yes' : null,
        'data-stacked': attrs.isStacked ? 'yes' : null,
        'data-decimal': attrs.decimal === 'point' ? null : String(attrs.decimal),
        'data-x-name': typed('xName'),
        'data-y-name': typed('yName'),
        'data-table': attrs.isTableFolded ? 'folded' : null,
        'data-alt': typed('alt'),
        style,
      },
      isBare ? [table!] : children,
    )
  },
  examples: [
    {
      type: 'chart',
      attrs: {
        form: 'line',
        isAcross: true,
        isStacked: true,
        decimal: 'comma',
        xName: 'Hours & “minutes”',
        yName: 'Yards',
        isTableFolded: true,
        alt: 'It rises & falls <fast>',
        widthPercent: 60,
      },
      content: [
        {
          type: 'table',
          content: [
            row('tableHeader', ['Stone', 'Weight']),
            row('tableCell', ['Sandstone', '2,3']),
            row('tableCell', ['Slate', '2,8']),
          ],
        },
        { type: 'caption', content: [{ type: 'text', text: 'What a litre weighs' }] },
      ],
    },
    { type: 'chart', content: [{ type: 'table', content: [row('tableCell', ['alone'])] }, { type: 'caption' }] },
  ],
} satisfies NodeKind

function row(type: string, cells: readonly string[]) {
  return {
    type: 'tableRow',
    content: cells.map((words) => ({
      type,
      content: [{ type: 'paragraph', content: [{ type: 'text', text: words }] }],
    })),
  }
}
