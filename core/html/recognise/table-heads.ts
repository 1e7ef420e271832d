import { element, type HtmlElement, isElement } from '../../tree/tree.ts'
import type { Recogniser } from './recogniser.ts'
import { elementsOf, standIn } from './walk.ts'

const rowsIn = (group: HtmlElement): HtmlElement[] =>
  elementsOf(group.childNodes).filter(({ tagName }) => tagName === 'tr')
const cellsIn = (row: HtmlElement): HtmlElement[] => elementsOf(row.childNodes)

const isOfPlainCells = (group: HtmlElement): boolean => {
  const cells = rowsIn(group).flatMap(cellsIn)
  return group.tagName === 'thead' && cells.length > 0 && cells.every(({ tagName }) => tagName === 'td')
}

function withHeads(group: HtmlElement): HtmlElement {
  const rows = rowsIn(group).map((row) => {
    const cells = cellsIn(row).map((cell) => {
      const made = standIn('th', { scope: 'col' }, cell.childNodes, cell)
      made.attrs.push(...cell.attrs.filter(({ name }) => name !== 'scope'))
      return made
    })
    return Object.assign(standIn('tr', {}, cells, row), { attrs: row.attrs })
  })
  return Object.assign(element('thead', {}, rows), { attrs: group.attrs })
}

/**
 * A table whose head is a group of plain cells, as word processors write rows that come again on each sheet of paper
 * (common practice). A `thead` is the block of rows that label the columns (HTML Standard, “The thead element”).
 */
export const headOfPlainCells: Recogniser = {
  name: 'head of plain cells',
  recognise(siblings, index) {
    const table = siblings[index]
    if (!table || !isElement(table) || table.tagName !== 'table') return null
    if (!elementsOf(table.childNodes).some(isOfPlainCells)) return null
    const inside = table.childNodes.map((node) => (isElement(node) && isOfPlainCells(node) ? withHeads(node) : node))
    const made = Object.assign(standIn('table', {}, inside, table), { attrs: table.attrs })
    return { count: 1, replacement: made, message: 'The rows at the head of a table became its header rows.' }
  },
}
