import type { Node } from 'prosemirror-model'
import { schema } from '../document/schema.ts'
import { cleanText } from '../tree/characters.ts'

/** More columns than this no table has that somebody copied as text. */
const MOST_COLUMNS = 1000

/**
 * The cells of plain text in which tabs stand between them, a row a line, as spreadsheets put it on the clipboard
 * (IANA, “text/tab-separated-values”; a cell with a tab, a line or a quotation mark in it stands in quotation marks, as
 * in RFC 4180). Null where not every line has as many: then it is text with tabs in it.
 */
export function cellsOf(unsafeText: string): string[][] | null {
  const text = unsafeText.replace(/\r\n?/g, '\n').replace(/\n+$/, '')
  if (!text.includes('\t')) return null
  const rows: string[][] = [[]]
  const cell = /(?:"((?:[^"]|"")*)"(?=[\t\n]|$)|([^\t\n]*))([\t\n]|$)/gy
  for (let found = cell.exec(text); found; found = cell.exec(text)) {
    const [, quoted, plain, end] = found
    const row = rows.at(-1)!
    row.push(cleanText(quoted?.replaceAll('""', '"') ?? plain ?? '').trim())
    if (row.length > MOST_COLUMNS) return null
    if (end === '') break
    if (end === '\n') rows.push([])
  }
  const width = rows[0]!.length
  return width > 1 && rows.every((row) => row.length === width) ? rows : null
}

/** A table of such text, without heads: nobody has said what they are. Null for any other text. */
export function tableFromText(unsafeText: string): Node | null {
  const cells = cellsOf(unsafeText)
  const { table, tableRow, tableCell, paragraph } = schema.nodes
  const cellWith = (words: string): Node =>
    tableCell.create(
      null,
      words.split('\n').map((line) => paragraph.create(null, line === '' ? null : schema.text(line))),
    )
  return (
    cells &&
    table.create(
      null,
      cells.map((row) => tableRow.create(null, row.map(cellWith))),
    )
  )
}

const quoted = (words: string): string => (/["\t\n]/.test(words) ? `"${words.replaceAll('"', '""')}"` : words)

/** The rows of a table, or of cells that were selected in one, as text with tabs between the cells. */
export function textFromRows(rows: readonly Node[]): string {
  return rows
    .map((row) => row.children.map((cell) => quoted(cell.textBetween(0, cell.content.size, '\n', ' '))).join('\t'))
    .join('\n')
}
