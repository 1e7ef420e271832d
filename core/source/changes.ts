import { type Fragment, Mark, type Node, Slice } from 'prosemirror-model'
import { type Step, Transform } from 'prosemirror-transform'
import { diffArrays } from 'diff'

/**
 * The steps that turn `before` into `after`, small for small changes: two edits at the ends of a page give two small
 * steps, not one that replaces everything between them. `before` with the steps applied equals `after`.
 */
export function changeSteps(before: Node, after: Node): Step[] {
  if (before.eq(after)) return []
  const edits: Edit[] = []
  compareChildren(before, after, 0, edits)
  const transform = new Transform(before)
  // From the end to the start, so that no edit moves the place of one still to come.
  try {
    for (const edit of edits.sort((a, b) => b.from - a.from || b.order - a.order)) apply(transform, edit)
  } catch {
    return wholeChange(before, after)
  }
  return transform.doc.eq(after) ? transform.steps : wholeChange(before, after)
}

type Edit =
  | {
      readonly type: 'replace'
      readonly from: number
      readonly to: number
      readonly content: Fragment
      readonly order: number
    }
  | { readonly type: 'attrs'; readonly from: number; readonly node: Node; readonly order: number }

function apply(transform: Transform, edit: Edit): void {
  if (edit.type === 'replace') transform.replace(edit.from, edit.to, new Slice(edit.content, 0, 0))
  else
    for (const name in edit.node.attrs)
      if (transform.doc.nodeAt(edit.from)?.attrs[name] !== edit.node.attrs[name])
        transform.setNodeAttribute(edit.from, name, edit.node.attrs[name])
}

/** One step around everything that differs: right for any two pages, but not small. */
function wholeChange(before: Node, after: Node): Step[] {
  const transform = new Transform(before)
  transform.replaceWith(0, before.content.size, after.content)
  if (transform.doc.eq(after)) return transform.steps
  throw new Error('The change from one page to another could not be expressed.')
}

/** `at` is the position where the content of `before` begins. */
function compareChildren(before: Node, after: Node, at: number, edits: Edit[]): void {
  if (before.inlineContent) return compareInline(before, after, at, edits)
  const [a, b] = [children(before), children(after)]
  let start = 0
  while (start < a.length && start < b.length && a[start]!.eq(b[start]!)) start++
  let end = 0
  while (end < a.length - start && end < b.length - start && a[a.length - 1 - end]!.eq(b[b.length - 1 - end]!)) end++
  let position = at
  for (let index = 0; index < start; index++) position += a[index]!.nodeSize
  const runs = matchRuns(a.slice(start, a.length - end), b.slice(start, b.length - end))
  for (const run of runs) {
    for (const [old, fresh] of run.paired) {
      compareNodes(old, fresh, position, edits)
      position += old.nodeSize
    }
    const size = run.removed.reduce((sum, node) => sum + node.nodeSize, 0)
    if (size > 0 || run.added.length > 0)
      edits.push({
        type: 'replace',
        from: position,
        to: position + size,
        content: before.type.create(null, run.added).content,
        order: edits.length,
      })
    position += size
  }
}

interface Run {
  /** Nodes that stand for each other, compared further inside. */
  readonly paired: readonly (readonly [Node, Node])[]
  readonly removed: readonly Node[]
  readonly added: readonly Node[]
}

/** The children matched: equal ones first (longest common subsequence), then what lies between them by type. */
function matchRuns(a: Node[], b: Node[]): Run[] {
  const runs: Run[] = []
  let removed: Node[] = []
  let added: Node[] = []
  const settle = (): void => {
    runs.push(...pairByType(removed, added))
    removed = []
    added = []
  }
  for (const part of diffArrays(a, b, { comparator: (left, right) => left.eq(right) })) {
    if (part.removed) removed.push(...part.value)
    else if (part.added) added.push(...part.value)
    else {
      settle()
      runs.push({ paired: part.value.map((node) => [node, node] as const), removed: [], added: [] })
    }
  }
  settle()
  return runs
}

function pairByType(removed: Node[], added: Node[]): Run[] {
  if (removed.length === 0 || added.length === 0) return [{ paired: [], removed, added }]
  const runs: Run[] = []
  let [from, to] = [0, 0]
  for (const part of diffArrays(removed.map(kindOf), added.map(kindOf))) {
    const count = part.value.length
    if (part.removed) runs.push({ paired: [], removed: removed.slice(from, (from += count)), added: [] })
    else if (part.added) runs.push({ paired: [], removed: [], added: added.slice(to, (to += count)) })
    else {
      runs.push({
        paired: removed.slice(from, from + count).map((node, index) => [node, added[to + index]!] as const),
        removed: [],
        added: [],
      })
      from += count
      to += count
    }
  }
  return runs
}

function kindOf(node: Node): string {
  return node.isLeaf ? JSON.stringify(node.toJSON()) : node.type.name
}

function compareNodes(old: Node, fresh: Node, position: number, edits: Edit[]): void {
  if (old === fresh || old.eq(fresh)) return
  if (!Mark.sameSet(old.marks, fresh.marks) || old.isLeaf) {
    edits.push({
      type: 'replace',
      from: position,
      to: position + old.nodeSize,
      content: old.type.schema.topNodeType.create(null, fresh).content,
      order: edits.length,
    })
    return
  }
  if (!old.hasMarkup(fresh.type, fresh.attrs, fresh.marks))
    edits.push({ type: 'attrs', from: position, node: fresh, order: edits.length })
  compareChildren(old, fresh, position + 1, edits)
}

interface Token {
  readonly key: string
  readonly node: Node
  readonly size: number
}

/** Words, single spaces and signs, and inline nodes, each with its marks. */
function tokens(textblock: Node): Token[] {
  const found: Token[] = []
  textblock.forEach((node) => {
    const marks = node.marks.length > 0 ? JSON.stringify(node.marks) : ''
    if (!node.isText) found.push({ key: `${marks}${JSON.stringify(node.toJSON())}`, node, size: node.nodeSize })
    else
      for (const match of (node.text ?? '').matchAll(/[\p{L}\p{N}_]+|[^\p{L}\p{N}_]/gu)) {
        const word = match[0]
        found.push({
          key: `${marks}\u0000${word}`,
          node: node.cut(match.index, match.index + word.length),
          size: word.length,
        })
      }
  })
  return found
}

function compareInline(before: Node, after: Node, at: number, edits: Edit[]): void {
  let position = at
  let from = -1
  let fresh: Node[] = []
  const settle = (): void => {
    if (from >= 0)
      edits.push({
        type: 'replace',
        from,
        to: position,
        content: before.type.schema.nodes.paragraph!.create(null, fresh).content,
        order: edits.length,
      })
    from = -1
    fresh = []
  }
  for (const part of diffArrays(tokens(before), tokens(after), { comparator: (a, b) => a.key === b.key })) {
    if (!part.added && !part.removed) settle()
    else if (from < 0) from = position
    if (part.added) fresh.push(...part.value.map((token) => token.node))
    else position += part.value.reduce((sum, token) => sum + token.size, 0)
  }
  settle()
}

function children(node: Node): Node[] {
  const found: Node[] = []
  node.forEach((child) => found.push(child))
  return found
}
