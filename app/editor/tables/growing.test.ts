import { type Command, EditorState, TextSelection } from '@tiptap/pm/state'
import { Fragment, type Node } from '@tiptap/pm/model'
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { readPage } from '../../../core/html/read.ts'
import { hasHeaderColumn, headerRows } from '../../../core/tables/change.ts'
import { type Grid, gridOf } from '../../../core/kinds/table/grid.ts'
import { anyPage } from '../../../test/shared/pages.ts'
import { tabKeys } from '../tab-key.ts'
import { cellsPasted } from './cells-pasted.ts'
import { addColumnHere, addRowHere } from './table-commands.ts'

/** A page that begins with a table, with the cursor in a cell of it, counted from 0. */
function stateWith(html: string, cell: number): EditorState {
  const state = EditorState.create({ doc: readPage(`<h1></h1>${html}`).page })
  return at(state, cellPlaces(state.doc)[cell]!)
}
const at = (state: EditorState, place: number): EditorState =>
  state.apply(state.tr.setSelection(TextSelection.near(state.doc.resolve(place))))

function cellPlaces(page: Node): number[] {
  const places: number[] = []
  page.descendants((node, place) => {
    if (node.type.spec.tableRole === 'cell' || node.type.spec.tableRole === 'header_cell') places.push(place + 1)
  })
  return places
}

/** What a command makes of a page; null where it is not possible. */
function applied(state: EditorState, command: Command): EditorState | null {
  let next: EditorState | null = null
  command(state, (transaction) => (next = state.apply(transaction)))
  return next
}
const after = (state: EditorState, command: Command): Node => applied(state, command)!.doc

/** Each row in a line: heads of columns as ^, of rows as <, and what is in each cell. */
function drawn(page: Node): string[] {
  const table = page.child(1)
  const sign: Record<string, string> = { col: '^', row: '<' }
  return table.children.map((row) =>
    row.children.map(({ attrs, textContent }) => (sign[String(attrs.scope)] ?? '') + (textContent || '·')).join(' '),
  )
}

const HEADED =
  '<table><tr><th>Stone<th>kg<tr><th scope=row>Slate<td>10<tr><th scope=row>Chalk<td style="background-color: #efe6d3"><p style="text-align: end">9</table>'

describe('what comes new into a table', () => {
  test('a row has a head of its row where the others have one, by Tab, too', () => {
    const shown = ['^Stone ^kg', '<Slate 10', '<Chalk 9', '<· ·']
    expect(drawn(after(stateWith(HEADED, 4), addRowHere('below')))).toEqual(shown)
    expect(drawn(after(stateWith(HEADED, 5), tabKeys(() => {}).Tab!))).toEqual(shown)
  })

  test('below the heads it is a row like those below, above them one of heads', () => {
    expect(drawn(after(stateWith(HEADED, 0), addRowHere('below')))[1]).toBe('<· ·')
    expect(drawn(after(stateWith(HEADED, 0), addRowHere('above'))).slice(0, 2)).toEqual(['^· ^·', '^Stone ^kg'])
  })

  test('a column has its head; one before the heads of rows is of heads, too', () => {
    expect(drawn(after(stateWith(HEADED, 2), addColumnHere('after')))).toEqual([
      '^Stone ^· ^kg',
      '<Slate · 10',
      '<Chalk · 9',
    ])
    expect(drawn(after(stateWith(HEADED, 2), addColumnHere('before')))[1]).toBe('<· <Slate 10')
  })

  test('cells look and are aligned as those beside them', () => {
    const last = after(stateWith(HEADED, 5), addRowHere('below')).child(1).lastChild!.lastChild!
    expect(last.attrs.ground).toBe('#efe6d3')
    expect(last.firstChild!.attrs.align).toBe('end')
    const first = after(stateWith(HEADED, 2), addRowHere('above')).child(1).child(1).lastChild!
    expect(first.attrs.ground, 'as the one below where a head is above').toBeNull()
  })

  test('cells that are pasted over heads are heads, and rows and columns they bring have theirs', () => {
    const pasted = readPage('<h1></h1><table><tr><td>a<td>b<td>c<tr><td>d<td>e<td>f</table>').page.child(1)
    const into = (cell: number): string[] => {
      const state = stateWith(HEADED, cell)
      return drawn(state.apply(cellsPasted(state, Fragment.from(pasted))!).doc)
    }
    expect(into(0)).toEqual(['^a ^b ^c', '<d e f', '<Chalk 9 ·'])
    expect(into(5)).toEqual(['^Stone ^kg ^· ^·', '<Slate 10 · ·', '<Chalk a b c', '<· d e f'])
  })
})

test('in whatever table, a row or column more leaves heads where heads were, and fills it evenly', () => {
  const commands = [addRowHere('above'), addRowHere('below'), addColumnHere('before'), addColumnHere('after')]
  let tried = 0
  fc.assert(
    fc.property(anyPage, fc.nat(), fc.constantFrom(...commands), (page, pick, command) => {
      const state = EditorState.create({ doc: page })
      const places = cellPlaces(page)
      if (places.length === 0) return
      const inside = at(state, places[pick % places.length]!)
      const [before, depth] = tableAround(inside)
      const grown = applied(inside, command)
      if (!grown) return
      tried++
      grown.doc.check()
      const now = grown.doc.nodeAt(inside.selection.$from.before(depth))!
      expect(headerRows(now)).toBeGreaterThanOrEqual(headerRows(before))
      if (hasHeaderColumn(before)) expect(hasHeaderColumn(now)).toBe(true)
      const { rows, width } = gridOf(now)
      for (const { taken } of rows) expect(taken.filter(Boolean)).toHaveLength(width)
      const size = ({ rows: all, width: wide }: Grid): number => all.length + wide
      expect(size(gridOf(now))).toBe(size(gridOf(before)) + 1)
      expect(now.textContent).toBe(before.textContent)
    }),
    { numRuns: 300 },
  )
  expect(tried).toBeGreaterThan(40)
})

function tableAround({ selection: { $from } }: EditorState): [Node, number] {
  for (let depth = $from.depth; depth > 0; depth--)
    if ($from.node(depth).type.name === 'table') return [$from.node(depth), depth]
  throw new Error('The cursor is in no table.')
}
