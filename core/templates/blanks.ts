import { Fragment, type Mark, type Node } from 'prosemirror-model'
import { wordsFrom } from '../kinds/attributes.ts'
import { MOST_BLANK_NAME } from '../kinds/blank/kind.ts'
import { markOn } from '../kinds/facts.ts'

/** What one blank of a template is: its name, and the words that stand in its place. */
export interface Blank {
  readonly name: string
  readonly example: string
}

const blankOf = (node: Node): Mark | undefined => markOn(node, 'blank')
/** A blank without a name is called by its words, by the first of many. */
const nameOf = (mark: Mark, words: string): string =>
  wordsFrom(String(mark.attrs.name).trim() || words.trim() || 'Blank', MOST_BLANK_NAME).trim()

/** The blanks of a page in the order in which they come, each name once. */
export function blanksOf(page: Node): Blank[] {
  const found = new Map<string, string>()
  eachRun(page, (mark, words) => {
    const name = nameOf(mark, words)
    if (!found.has(name)) found.set(name, words)
  })
  return [...found].map(([name, example]) => ({ name, example }))
}

/** The page with its blanks called otherwise. */
export function renameBlanks(page: Node, names: ReadonlyMap<string, string>): Node {
  return mapRuns(page, (run, mark) => {
    const name = nameOf(mark, wordsOf(run))
    return run.map((node) =>
      node.mark(
        mark.type.create({ ...mark.attrs, name: names.get(name) ?? name }).addToSet(mark.removeFromSet(node.marks)),
      ),
    )
  })
}

/**
 * The page with words in its blanks. What nobody has filled keeps its example and stays a blank, open, so that the
 * proof reminds of it; what is filled is plain text of the page.
 */
export function fillBlanks(page: Node, values: ReadonlyMap<string, string>): Node {
  return mapRuns(page, (run, mark) => {
    const name = nameOf(mark, wordsOf(run))
    const value = values.get(name)?.trim() ?? ''
    if (value === '')
      return run.map((node) =>
        node.mark(mark.type.create({ name, isOpen: true }).addToSet(mark.removeFromSet(node.marks))),
      )
    return [page.type.schema.text(value, mark.removeFromSet(run[0]!.marks))]
  })
}

const wordsOf = (run: readonly Node[]): string => run.map((node) => (node.isText ? (node.text ?? '') : ' ')).join('')

/** Neighbours in a text block with the same blank on them are one blank, whatever else is marked within it. */
function runsOf(block: Node): { nodes: Node[]; mark: Mark | null }[] {
  const runs: { nodes: Node[]; mark: Mark | null }[] = []
  block.forEach((node) => {
    const mark = blankOf(node) ?? null
    const last = runs.at(-1)
    if (last && mark && last.mark?.eq(mark)) last.nodes.push(node)
    else runs.push({ nodes: [node], mark })
  })
  return runs
}

function eachRun(page: Node, see: (mark: Mark, words: string) => void): void {
  page.descendants((node) => {
    if (!node.isTextblock) return true
    for (const { nodes, mark } of runsOf(node)) if (mark) see(mark, wordsOf(nodes))
    return false
  })
}

function mapRuns(node: Node, change: (run: readonly Node[], mark: Mark) => Node[]): Node {
  if (node.isTextblock)
    return node.copy(
      Fragment.fromArray(runsOf(node).flatMap(({ nodes, mark }) => (mark ? change(nodes, mark) : nodes))),
    )
  if (node.isLeaf) return node
  const children: Node[] = []
  node.forEach((child) => children.push(mapRuns(child, change)))
  return node.copy(Fragment.fromArray(children))
}
