import type { Node } from 'prosemirror-model'
import { z } from 'zod'
import { attribute, element, type HtmlElement, type HtmlNode, isElement } from '../../tree/tree.ts'
import { validOr } from '../attributes.ts'
import { type HtmlFormat, type NodeKind, type NodeJson } from '../kind.ts'
import { columnWidths, gridOf } from './grid.ts'
import {
  CELL_ATTRIBUTES,
  CELL_LOOKS,
  CELL_STYLES,
  cellStyles,
  MOST_COLUMN,
  readCellLooks,
  readRowLooks,
  readTableLooks,
  ROW_ATTRIBUTES,
  ROW_LOOKS,
  ROW_STYLES,
  rowLooks,
  TABLE_ATTRIBUTES,
  TABLE_LOOKS,
  TABLE_STYLES,
  tableLooks,
} from './looks.ts'

/** The most rows or columns a cell covers; the HTML Standard takes no more columns either (“colspan”). */
export const MOST_SPAN = 1000
const span = z.number().int().min(1).max(MOST_SPAN)
const cellAttributes = {
  colspan: span.default(1),
  rowspan: span.default(1),
  /** Widths in CSS pixels of the columns the cell covers, 0 for one that is free; null where all are. */
  colwidth: z.array(z.number().int().min(0).max(MOST_COLUMN)).min(1).max(MOST_SPAN).nullable().default(null),
  ...CELL_LOOKS,
}
const scope = z.enum(['col', 'row'])

/**
 * A span as the HTML Standard reads it (“Rules for parsing non-negative integers”); of rows, 0 means all that follow.
 */
function spanOf(unsafeSpan: string | undefined, ofNone: number): number {
  const number = Number(/^\s*\+?(\d+)/.exec(unsafeSpan ?? '')?.[1] ?? 1)
  return number === 0 ? ofNone : Math.min(number, MOST_SPAN)
}

function readCell(cell: HtmlElement): Record<string, unknown> {
  return {
    colspan: spanOf(attribute(cell, 'colspan'), 1),
    rowspan: spanOf(attribute(cell, 'rowspan'), MOST_SPAN),
    ...readCellLooks(cell),
  }
}

/** What a cell says of itself. On the sheet, where no columns are written, the first says how wide they are. */
function cellSettings({ attrs }: Node, format: HtmlFormat): Record<string, string | number | null> {
  const widths = format === 'sheet' ? (attrs.colwidth as number[] | null) : null
  const width = widths?.every((each) => each > 0) ? [`width: ${widths.reduce((sum, each) => sum + each, 0)}px`] : []
  return {
    colspan: attrs.colspan === 1 ? null : Number(attrs.colspan),
    rowspan: attrs.rowspan === 1 ? null : Number(attrs.rowspan),
    style: [...width, ...cellStyles(attrs, format === 'source')].join('; ') || null,
  }
}

const cell = (type: string, words: string, attrs: Record<string, unknown> = {}): NodeJson => ({
  type,
  attrs,
  content: [{ type: 'paragraph', content: [{ type: 'text', text: words }] }],
})

/** The columns of a table that has widths for some. */
function columnGroup(table: Node): HtmlElement[] {
  const widths = columnWidths(gridOf(table))
  const columns = widths?.map((width) => element('col', { style: width > 0 ? `width: ${width}px` : null }))
  return columns ? [element('colgroup', {}, columns)] : []
}

/** How many rows at the top hold nothing but heads of columns and reach into no row below. */
function headRows(table: Node): number {
  let count = 0
  let reach = 0
  for (const { cells } of gridOf(table).rows) {
    if (cells.length === 0 || cells.some(({ node }) => node.attrs.scope !== 'col')) break
    reach = Math.max(reach, ...cells.map(({ row, rowspan }) => row + rowspan))
    count++
  }
  return count < table.childCount && reach <= count ? count : 0
}

/** The rows of a table in their groups: heads of columns come again on every sheet of paper from a `thead`. */
function rowGroups(table: Node, rows: HtmlNode[]): HtmlElement[] {
  const heads = headRows(table)
  return [...(heads > 0 ? [element('thead', {}, rows.slice(0, heads))] : []), element('tbody', {}, rows.slice(heads))]
}

/** A table of rows and cells; geometry that two authors made uneven is evened by the normaliser. */
export const table = {
  type: 'node',
  name: 'table',
  label: 'table',
  counted: ['a table', 'tables'],
  attributes: z.object(TABLE_LOOKS),
  isPiece: true,
  spec: { content: 'tableRow+', group: 'block', tableRole: 'table', isolating: true },
  reads: [{ tag: 'table', understands: TABLE_ATTRIBUTES, styles: TABLE_STYLES, read: readTableLooks }],
  parseDOM: [{ tag: 'table' }],
  write: (node, children, format) =>
    element(
      'table',
      tableLooks(node.attrs),
      format === 'sheet'
        ? [element('tbody', {}, children)]
        : [
            ...columnGroup(node),
            ...(format === 'published' ? rowGroups(node, children) : [element('tbody', {}, children)]),
          ],
    ),
  examples: [
    {
      type: 'table',
      attrs: { isStriped: true },
      content: [
        {
          type: 'tableRow',
          content: [
            cell('tableHeader', 'Stone', { colwidth: [120] }),
            cell('tableHeader', 'Weight & size', { colwidth: [80] }),
          ],
        },
        {
          type: 'tableRow',
          content: [
            cell('tableHeader', 'Sandstone', { scope: 'row', colwidth: [120] }),
            cell('tableCell', '2.3', { colwidth: [80] }),
          ],
        },
        { type: 'tableRow', content: [cell('tableCell', 'both', { colspan: 2, colwidth: [120, 80] })] },
      ],
    },
    {
      type: 'table',
      attrs: {
        isHighlighted: true,
        lines: 'rows',
        lineColour: '#9e3b2c',
        lineThickness: 2,
        padding: 'wide',
        widthPercent: 60,
        align: 'centre',
      },
      content: [
        {
          type: 'tableRow',
          attrs: { height: 60 },
          content: [
            cell('tableCell', 'a', { rowspan: 2, ground: '#efe6d3', place: 'middle' }),
            cell('tableCell', 'b', { ground: '#23302f' }),
          ],
        },
        { type: 'tableRow', content: [cell('tableCell', 'c', { place: 'bottom' })] },
      ],
    },
    {
      type: 'table',
      attrs: { lines: 'none', padding: 'narrow', align: 'end' },
      content: [{ type: 'tableRow', content: [cell('tableCell', 'alone')] }],
    },
  ],
} satisfies NodeKind

export const tableRow = {
  type: 'node',
  name: 'tableRow',
  label: 'row',
  attributes: z.object(ROW_LOOKS),
  spec: { content: '(tableCell | tableHeader)*', tableRole: 'row' },
  reads: [{ tag: 'tr', understands: ROW_ATTRIBUTES, styles: ROW_STYLES, read: readRowLooks }],
  parseDOM: [{ tag: 'tr' }],
  write: ({ attrs }, children) => element('tr', rowLooks(attrs), children),
  examples: [],
} satisfies NodeKind

export const tableCell = {
  type: 'node',
  name: 'tableCell',
  label: 'cell',
  holdsLooseText: true,
  attributes: z.object(cellAttributes),
  spec: { content: 'block+', tableRole: 'cell', isolating: true },
  reads: [{ tag: 'td', understands: CELL_ATTRIBUTES, styles: CELL_STYLES, read: readCell }],
  parseDOM: [{ tag: 'td' }],
  write: (node, children, format) => element('td', cellSettings(node, format), children),
  examples: [],
} satisfies NodeKind

/** A cell that heads its column (`col`) or its row (`row`). */
export const tableHeader = {
  type: 'node',
  name: 'tableHeader',
  label: 'header cell',
  holdsLooseText: true,
  attributes: z.object({ ...cellAttributes, scope: scope.default('col') }),
  spec: { content: 'block+', tableRole: 'header_cell', isolating: true },
  reads: [
    {
      tag: 'th',
      understands: [...CELL_ATTRIBUTES, 'scope'],
      styles: CELL_STYLES,
      read: (unsafeCell) => ({
        ...readCell(unsafeCell),
        scope: validOr(
          scope,
          attribute(unsafeCell, 'scope')
            ?.toLowerCase()
            .replace(/group$/, ''),
          'col',
        ),
      }),
    },
  ],
  parseDOM: [{ tag: 'th' }],
  write: (node, children, format) =>
    element('th', { ...cellSettings(node, format), scope: String(node.attrs.scope) }, children),
  examples: [],
} satisfies NodeKind

/** A table with what is said of it as a whole above it. */
export const captionedTable = {
  type: 'node',
  name: 'captionedTable',
  label: 'table with caption',
  isPiece: true,
  takenApart: (node) => [node.type.schema.nodes.paragraph!.create(null, node.firstChild!.content), node.lastChild!],
  attributes: z.object({}),
  spec: { content: 'tableCaption table', group: 'block', isolating: true },
  // Its element is the table's own, which the reader of tables reads.
  reads: [],
  parseDOM: [{ tag: 'figure.captioned-table' }],
  write: (_node, children, format) => {
    if (format === 'sheet') return element('figure', { class: 'captioned-table' }, children)
    const [words, written] = children
    if (!words || !written || !isElement(words) || !isElement(written)) return element('figure', {}, children)
    return element('table', Object.fromEntries(written.attrs.map(({ name, value }) => [name, value])), [
      { ...words, nodeName: 'caption', tagName: 'caption' },
      ...written.childNodes,
    ])
  },
  examples: [
    {
      type: 'captionedTable',
      content: [
        {
          type: 'tableCaption',
          content: [
            { type: 'text', text: 'Weights by the ' },
            { type: 'text', text: 'yard', marks: [{ type: 'emphasis' }] },
          ],
        },
        {
          type: 'table',
          content: [
            {
              type: 'tableRow',
              content: [cell('tableHeader', 'Sandstone', { scope: 'row' }), cell('tableCell', '2.3')],
            },
          ],
        },
      ],
    },
  ],
} satisfies NodeKind

/** What a table as a whole is about. */
export const tableCaption = {
  type: 'node',
  name: 'tableCaption',
  label: 'caption',
  enter: 'goes beneath',
  placeholder: () => 'What the table shows',
  attributes: z.object({}),
  spec: { content: 'inline*', defining: true },
  reads: [],
  parseDOM: [{ tag: 'figcaption' }],
  write: (_node, children) => element('figcaption', {}, children),
  examples: [],
} satisfies NodeKind
