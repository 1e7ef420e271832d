import { Fragment, type Node } from 'prosemirror-model'
import { schema } from '../document/schema.ts'
import { cleanText } from '../tree/characters.ts'

/** A line of plain text that is an item of a list: how far it is moved in, and its number if it has one. */
interface Item {
  readonly indent: number
  readonly number: number | null
  readonly words: string
}

const BULLET = /^(\s*)[-–•*·▪◦]\s+(\S.*)$/
const NUMBER = /^(\s*)(\d{1,5})[.)]\s+(\S.*)$/

function itemOf(line: string): Item | null {
  const bullet = BULLET.exec(line)
  if (bullet) return { indent: width(bullet[1]!), number: null, words: bullet[2]! }
  const number = NUMBER.exec(line)
  return number && { indent: width(number[1]!), number: Number(number[2]), words: number[3]! }
}

/** How far a line is moved in; a tab counts as four signs (CommonMark, “Tabs”). */
const width = (space: string): number => space.replaceAll('\t', '    ').length

const paragraph = (words: string): Node => schema.nodes.paragraph.create(null, words === '' ? null : schema.text(words))

/**
 * The blocks of plain text as it was typed: lines that begin with a sign or a number are lists, two or more of them;
 * lines moved in further are lists within. Any other line that is not empty is a paragraph.
 */
export function blocksOfText(unsafeText: string): Node[] {
  const lines = cleanText(unsafeText.replace(/\r\n?/g, '\n'))
    .split('\n')
    .map((line) => line.trimEnd())
  const blocks: Node[] = []
  for (let at = 0; at < lines.length; at++) {
    const items: Item[] = []
    for (let item = itemOf(lines[at]!); item && follows(items, item); item = itemOf(lines[at + items.length] ?? ''))
      items.push(item)
    if (items.length > 1) {
      blocks.push(listOf(items))
      at += items.length - 1
    } else if (lines[at]!.trim() !== '') blocks.push(paragraph(lines[at]!.trim()))
  }
  return blocks
}

/** Whether an item goes on with the list before it: of the same kind, or within it. */
function follows(items: readonly Item[], { indent, number }: Item): boolean {
  const [first] = items
  if (!first) return true
  if (indent < first.indent) return false
  const before = items.findLast((item) => item.indent <= indent)
  return indent > first.indent || before === undefined || (before.number === null) === (number === null)
}

function listOf(items: readonly Item[]): Node {
  const [first] = items
  const made: { words: string; within: Item[] }[] = []
  for (const item of items)
    if (item.indent <= first!.indent || made.length === 0) made.push({ words: item.words, within: [] })
    else made.at(-1)!.within.push(item)
  const content = Fragment.from(
    made.map(({ words, within }) =>
      schema.nodes.listItem.create(null, [paragraph(words), ...(within.length > 0 ? [listOf(within)] : [])]),
    ),
  )
  return first!.number === null
    ? schema.nodes.bulletList.create(null, content)
    : schema.nodes.orderedList.create({ start: first!.number }, content)
}
