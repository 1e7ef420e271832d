import { expect, test } from 'vitest'
import { Random } from '../../test/shared/random-edits.ts'
import { foresee, type PlanChange, placeAtEnd, plantNamed } from './foresee.ts'
import { kindOfEntry } from './kinds.ts'
import { parseOutline } from './outline.ts'
import { branch, inOrder, move, type NewEntry, type PlanEntry, stepPlace } from './tree.ts'

type Row = PlanEntry & { readonly title: string }

const made = ({ id, parentId, kind, title }: NewEntry): Row => ({ id, parentId, kind, title })
const shape = (plan: readonly Row[]): string =>
  inOrder(plan)
    .map(({ depth, title, kind }) => `${depth} ${kind} ${title}`)
    .join('\n')

const lines = (text: string, prefix: string) =>
  parseOutline(text).lines.map((line, at) => ({ ...line, id: `${prefix}-${at}` }))
const outline = foresee<Row>(
  [],
  [{ intent: 'add', afterId: null, lines: lines('Unit\n  Lesson\n    Page\n  Book: Handbook\n    Footings', 'a') }],
  made,
)

/** The server's part, as it keeps a plan: rows with a parent and a position among its children. */
class Server {
  #rows: (Row & { position: number })[] = outline.map((row, position) => ({ ...row, position }))

  get plan(): readonly Row[] {
    return this.#rows
      .toSorted((a, b) => a.position - b.position || (a.id < b.id ? -1 : 1))
      .map(({ position: _position, ...row }) => row)
  }

  do(change: PlanChange): void {
    const { plan } = this
    if (change.intent === 'add') {
      const { entries, orders } = plantNamed(plan, change.afterId, change.lines)
      this.#rows.push(...entries.map((entry) => ({ ...made(entry), position: 0 })))
      for (const [parentId, order] of orders) this.#order(parentId, order)
    } else if (change.intent === 'move') {
      const moved = move(plan, change.ids, change)
      if (moved.ok) this.#order(moved.parentId, moved.order)
    } else if (change.intent === 'rename')
      this.#rows = this.#rows.map((row) => (row.id === change.id ? { ...row, title: change.title } : row))
    else {
      const gone = change.ids.flatMap((id) => branch(plan, id).map((row) => row.id))
      this.#rows = this.#rows.filter(({ id }) => !gone.includes(id))
    }
  }

  #order(parentId: string | null, order: readonly string[]): void {
    this.#rows = this.#rows.map((row) =>
      order.includes(row.id) ? { ...row, parentId, position: order.indexOf(row.id) + 1 } : row,
    )
  }
}

test('what is foreseen is what the server makes of it, in any order of adding, moving, renaming and deleting', () => {
  for (let seed = 1; seed <= 200; seed++) {
    const random = new Random(seed)
    const server = new Server()
    const changes: PlanChange[] = []
    let here: readonly Row[] = outline
    for (let turn = 0; turn < 8; turn++) {
      const row = here.length > 0 ? random.pick(here) : null
      const place = row && stepPlace(here, row.id, random.below(2) ? 'up' : 'down')
      const drawn = random.below(4)
      if (drawn === 0 || !row)
        changes.push({
          intent: 'add',
          afterId: row?.id ?? null,
          lines: [{ id: `n${seed}-${turn}`, title: `new ${turn}`, depth: random.below(4) }],
        })
      else if (drawn === 1 && place) changes.push({ intent: 'move', ids: [row.id], ...place })
      else if (drawn === 2) changes.push({ intent: 'rename', id: row.id, title: `renamed ${turn}` })
      else if (turn > 5) changes.push({ intent: 'delete', ids: [row.id] })
      here = foresee(outline, changes, made)
    }
    for (const change of changes) server.do(change)
    expect(shape(here), `seed ${seed}`).toBe(shape(server.plan))
    // What the server holds already is not made twice.
    const adds = changes.filter(({ intent }) => intent === 'add')
    if (!changes.some(({ intent }) => intent === 'delete'))
      expect(shape(foresee(server.plan, adds, made))).toBe(shape(server.plan))
  }
})

test('a line without a place goes to the end: beside the last book, not into it', () => {
  const at = (text: string): { depth: number } =>
    placeAtEnd(inOrder(foresee<Row>([], [{ intent: 'add', afterId: null, lines: lines(text, 'x') }], made)))
  expect(placeAtEnd([])).toEqual({ afterId: null, depth: 0 })
  expect(at('Unit').depth).toBe(1)
  expect(at('Unit\n  Lesson').depth).toBe(2)
  expect(at('Unit\n  Lesson\n    Page').depth).toBe(2)
  expect(at('Unit\n  Lesson\n    Book: B\n      Chapter').depth).toBe(2)
  expect(placeAtEnd(inOrder(outline))).toEqual({ afterId: 'a-4', depth: 1 })
  expect(kindOfEntry('chapter').holds).toEqual([])
})
