import type { Node, NodeType } from 'prosemirror-model'
import { canJoin, canSplit, findWrapping, liftTarget, type Step, Transform } from 'prosemirror-transform'
import { EditorState } from 'prosemirror-state'
import { CellSelection, mergeCells, splitCell, TableMap } from 'prosemirror-tables'
import { PARTS_PIECES } from '../../core/structure/headings.ts'
import { reshapeAt } from '../../core/structure/reshape/reshape.ts'
import { addEntry, moveEntry, removeEntry } from '../../core/structure/parts.ts'
import { addCaption, moveColumn, moveRow, removeCaption, setColumnWidth, setHeaders } from '../../core/tables/change.ts'
import { schema } from '../../core/document/schema.ts'

/** Random numbers that a seed repeats (mulberry32, public domain, from memory). */
export class Random {
  #state: number
  constructor(seed: number) {
    this.#state = seed >>> 0
  }
  next(): number {
    this.#state = (this.#state + 0x6d2b79f5) >>> 0
    let t = this.#state
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
  below(bound: number): number {
    return Math.floor(this.next() * bound)
  }
  pick<T>(values: readonly T[]): T {
    return values[this.below(values.length)]!
  }
}

export interface Edit {
  readonly steps: readonly Step[]
  /** What the edit typed; each sign is used once in a run, so that it can be followed. */
  readonly typed: string
  /** What the edit deleted. */
  readonly deleted: string
}

const { heading, paragraph, quotation, box, bulletList } = schema.nodes as Record<string, NodeType>

const tabsWith = (words: Node, piece: 'tabs' | 'accordion'): Node => {
  const { part, partTitle } = schema.nodes
  return schema.nodes[piece].create(null, [
    part.create(null, [partTitle.create(null, schema.text('t')), words]),
    part.create(null, [partTitle.create(), schema.nodes.paragraph.create()]),
  ])
}

/** What an author does to a table: merges and splits cells, moves rows and columns, gives widths, heads, a caption. */
function tableEdit(page: Node, random: Random): { readonly steps: readonly Step[] } | null {
  const tables: number[] = []
  page.descendants((node, at) => {
    if (node.type.name === 'table') tables.push(at)
  })
  if (tables.length === 0) return null
  const at = random.pick(tables)
  const map = TableMap.get(page.nodeAt(at)!)
  // Between two authors' steps a table may be uneven: there is nothing there that the editor would act upon.
  if (map.problems) return null
  const cell = (): number =>
    at + 1 + map.positionAt(random.below(map.height), random.below(map.width), page.nodeAt(at)!)
  const area = { top: 0, bottom: 1, left: random.below(map.width), right: random.below(map.width) + 1 }
  const by = random.pick([1, -1] as const)
  const command = random.below(8)
  if (command < 2) {
    const selection = CellSelection.create(page, cell(), cell())
    let made = null as { readonly steps: readonly Step[] } | null
    const dispatch = (transaction: { readonly steps: readonly Step[] }): void => void (made = transaction)
    ;(command === 0 ? mergeCells : splitCell)(EditorState.create({ doc: page, selection }), dispatch)
    return made
  }
  return [
    () => moveRow(page, at, random.below(map.height), by),
    () => moveColumn(page, at, random.below(map.width), by),
    () => setColumnWidth(page, at, area, random.pick([0, 60, 200])),
    () => setHeaders(page, at, random.pick(['row', 'column']), by === 1),
    () => addCaption(page, at),
    () => removeCaption(page, at),
  ][command - 2]!()
}

/** Whether some text holds half of a character: browsers cut none so, and the server takes none. */
function isCutInHalf(page: Node): boolean {
  let isCut = false
  page.descendants((node) => {
    if (node.text !== undefined && !node.text.isWellFormed()) isCut = true
    return !isCut
  })
  return isCut
}

/** An edit as an author could make it on this page, or null when the one that was drawn does not fit. */
export function randomEdit(page: Node, random: Random, freshSign: () => string): Edit | null {
  const transform = new Transform(page)
  let typed = ''
  const spot = (): number => random.below(page.content.size + 1)
  const textSpot = (): number | null => {
    const spots: number[] = []
    page.descendants((node, at) => {
      if (node.isTextblock) for (let offset = 0; offset <= node.content.size; offset++) spots.push(at + 1 + offset)
    })
    return spots.length > 0 ? random.pick(spots) : null
  }
  const sign = (): string => {
    const fresh = freshSign()
    typed += fresh
    return fresh
  }
  try {
    switch (random.below(18)) {
      case 0:
      case 1:
      case 2:
      case 3: {
        const at = textSpot()
        if (at === null) return null
        for (let count = 1 + random.below(3), offset = 0; count > 0; count--, offset++)
          transform.insert(at + offset, schema.text(sign()))
        break
      }
      case 4:
      case 5: {
        const from = spot()
        transform.deleteRange(from, Math.min(page.content.size, from + 1 + random.below(12)))
        break
      }
      case 6: {
        const at = textSpot()
        if (at === null || !canSplit(page, at)) return null
        transform.split(at)
        break
      }
      case 7: {
        const at = spot()
        if (!canJoin(page, at)) return null
        transform.join(at)
        break
      }
      case 8: {
        const $at = page.resolve(spot())
        const range = $at.blockRange()
        const wrap = range && findWrapping(range, random.pick([quotation!, box!, bulletList!]))
        if (!range || !wrap) return null
        transform.wrap(range, wrap)
        break
      }
      case 9: {
        const range = page.resolve(spot()).blockRange()
        const depth = range && liftTarget(range)
        if (!range || depth === null || depth === undefined) return null
        transform.lift(range, depth)
        break
      }
      case 10: {
        const from = spot()
        const mark = random.pick([
          schema.mark('strong'),
          schema.mark('emphasis'),
          schema.mark('link', { href: '#water' }),
        ])
        if (random.below(2)) transform.addMark(from, Math.min(page.content.size, from + 8), mark)
        else transform.removeMark(from, Math.min(page.content.size, from + 8))
        break
      }
      case 11: {
        const at = spot()
        transform.setBlockType(
          at,
          at,
          random.pick([heading!, paragraph!]),
          random.below(2) ? { level: 3, id: 'water' } : null,
        )
        break
      }
      case 12: {
        const places: number[] = []
        page.descendants((node, at) => {
          if (node.type.spec.tableRole === 'row') places.push(at + 1, at)
        })
        if (places.length === 0) return null
        const at = random.pick(places)
        const cell = schema.nodes.tableCell.create(null, paragraph!.create(null, schema.text(sign())))
        transform.insert(
          at,
          page.resolve(at).parent.type.name === 'table' ? schema.nodes.tableRow.create(null, cell) : cell,
        )
        break
      }
      case 13:
      case 14: {
        const pieces: number[] = []
        page.descendants((node, at) => {
          if (node.firstChild?.type.name === 'part') pieces.push(at)
        })
        if (pieces.length === 0) return null
        const piece = random.pick(pieces)
        const count = page.nodeAt(piece)!.childCount
        const [from, to] = [random.below(count), random.below(count)]
        const change = [
          addEntry(page, piece, from),
          removeEntry(page, piece, from),
          moveEntry(page, piece, from, to),
          reshapeAt(page, piece, random.pick(PARTS_PIECES)),
          reshapeAt(page, piece, 'headings'),
        ][random.below(5)]
        if (!change) return null
        for (const step of change.steps) transform.step(step)
        break
      }
      case 15:
      case 16: {
        const change = tableEdit(page, random)
        if (!change) return null
        for (const step of change.steps) transform.step(step)
        break
      }
      default: {
        const at = random.below(page.childCount)
        let offset = 0
        for (let index = 0; index <= at; index++) offset += page.child(index).nodeSize
        const words = paragraph!.create(null, schema.text(sign()))
        transform.insert(
          offset,
          random.below(3)
            ? words
            : random.below(3) === 0
              ? tabsWith(words, random.pick(['tabs', 'accordion']))
              : random.below(2)
                ? box!.create(null, words)
                : schema.nodes.table.create(
                    null,
                    schema.nodes.tableRow.create(null, schema.nodes.tableCell.create(null, words)),
                  ),
        )
      }
    }
  } catch (error) {
    if (error instanceof Error && /RangeError|TransformError/.test(error.name)) return null
    throw error
  }
  if (transform.steps.length === 0 || isCutInHalf(transform.doc)) return null
  const now = new Set(transform.doc.textContent)
  return { steps: transform.steps, typed, deleted: [...page.textContent].filter((each) => !now.has(each)).join('') }
}
