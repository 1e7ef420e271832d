import { z } from 'zod'
import { safeColour } from '../../tree/colours.ts'
import { attribute, declarations, element, type HtmlElement, isElement } from '../../tree/tree.ts'
import { type NodeKind, type NodeJson, plainTag } from '../kind.ts'

const span = z.number().int().min(1).max(100)
const cellAttributes = {
  colspan: span.default(1),
  rowspan: span.default(1),
  /** Widths in CSS pixels of the columns the cell covers; kept for the table editor, null when free. */
  colwidth: z.array(z.number().int().min(0).max(4000)).min(1).max(100).nullable().default(null),
}
const scope = z.enum(['col', 'row'])

function readCell(cell: HtmlElement): { colspan: number; rowspan: number; colwidth: number[] | null } {
  const widths = attribute(cell, 'data-colwidth')?.split(',').map(Number)
  const colspan = span.catch(1).parse(Number(attribute(cell, 'colspan') ?? 1))
  return {
    colspan,
    rowspan: span.catch(1).parse(Number(attribute(cell, 'rowspan') ?? 1)),
    colwidth: widths && cellAttributes.colwidth.safeParse(widths).success && widths.length === colspan ? widths : null,
  }
}

const spans = (attrs: Record<string, unknown>): Record<string, string | number | null> => ({
  colspan: attrs.colspan === 1 ? null : Number(attrs.colspan),
  rowspan: attrs.rowspan === 1 ? null : Number(attrs.rowspan),
  'data-colwidth': Array.isArray(attrs.colwidth) ? attrs.colwidth.join(',') : null,
})

const cell = (type: string, words: string, attrs: Record<string, unknown> = {}): NodeJson => ({
  type,
  attrs,
  content: [{ type: 'paragraph', content: [{ type: 'text', text: words }] }],
})

/** Shade every other row: said so, or written by hand row by row. */
function isStriped(table: HtmlElement): boolean {
  if (
    attribute(table, 'data-rows') === 'striped' ||
    /(^|[\s_-])(striped|zebra)([\s_-]|$)/i.test(attribute(table, 'class') ?? '')
  )
    return true
  const rows = table.childNodes.flatMap((node) =>
    isElement(node)
      ? node.tagName === 'tr'
        ? [node]
        : node.childNodes.filter((child): child is HtmlElement => isElement(child) && child.tagName === 'tr')
      : [],
  )
  const grounds = rows.map((row) =>
    safeColour(
      declarations(row).get('background-color') ?? declarations(row).get('background') ?? attribute(row, 'bgcolor'),
    ),
  )
  const body = grounds.slice(rows.length > 3 ? 1 : 0)
  return body.length > 2 && body.every((ground, at) => at < 2 || ground === body[at - 2]) && body[0] !== body[1]
}

/** A table of rows and cells; geometry that two authors made uneven is evened by the normaliser. */
export const table = {
  type: 'node',
  name: 'table',
  label: 'table',
  counted: ['a table', 'tables'],
  attributes: z.object({ isStriped: z.boolean().default(false) }),
  isPiece: true,
  spec: { content: 'tableRow+', group: 'block', tableRole: 'table', isolating: true },
  reads: [
    {
      tag: 'table',
      understands: ['data-rows', 'class', 'border', 'cellpadding', 'cellspacing', 'width', 'style'],
      read: (unsafeTable) => ({ isStriped: isStriped(unsafeTable) }),
    },
  ],
  parseDOM: [{ tag: 'table' }],
  write: ({ attrs }, children) =>
    element('table', { 'data-rows': attrs.isStriped ? 'striped' : null }, [element('tbody', {}, children)]),
  examples: [
    {
      type: 'table',
      attrs: { isStriped: true },
      content: [
        { type: 'tableRow', content: [cell('tableHeader', 'Stone'), cell('tableHeader', 'Weight & size')] },
        { type: 'tableRow', content: [cell('tableHeader', 'Sandstone', { scope: 'row' }), cell('tableCell', '2.3')] },
        { type: 'tableRow', content: [cell('tableCell', 'both', { colspan: 2, colwidth: [120, 80] })] },
      ],
    },
  ],
} satisfies NodeKind

export const tableRow = {
  type: 'node',
  name: 'tableRow',
  label: 'row',
  attributes: z.object({}),
  spec: { content: '(tableCell | tableHeader)*', tableRole: 'row' },
  reads: [plainTag('tr')],
  parseDOM: [{ tag: 'tr' }],
  write: (_node, children) => element('tr', {}, children),
  examples: [],
} satisfies NodeKind

export const tableCell = {
  type: 'node',
  name: 'tableCell',
  label: 'cell',
  holdsLooseText: true,
  attributes: z.object(cellAttributes),
  spec: { content: 'block+', tableRole: 'cell', isolating: true },
  reads: [{ tag: 'td', understands: ['colspan', 'rowspan', 'data-colwidth'], read: readCell }],
  parseDOM: [{ tag: 'td' }],
  write: (node, children) => element('td', spans(node.attrs), children),
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
      understands: ['colspan', 'rowspan', 'data-colwidth', 'scope'],
      read: (unsafeCell) => ({
        ...readCell(unsafeCell),
        scope: scope.catch('col').parse(attribute(unsafeCell, 'scope')),
      }),
    },
  ],
  parseDOM: [{ tag: 'th' }],
  write: (node, children) => element('th', { ...spans(node.attrs), scope: String(node.attrs.scope) }, children),
  examples: [],
} satisfies NodeKind
