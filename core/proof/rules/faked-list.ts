import type { Node } from 'prosemirror-model'
import { Transform } from 'prosemirror-transform'
import { type Place, type Rule } from '../rule.ts'
import { isA } from '../../kinds/facts.ts'

const BULLET = /^\s*[•·▪◦‣●○■–—*-]\s+(?=\S)/
const NUMBER = /^\s*[([]?(\d{1,2}|[a-z])[.)\]]\s+(?=\S)/
type Sign = 'bulletList' | 'orderedList'

/** The sign that a line begins with, as the list it fakes; null when it begins with none. */
function signOf(line: string): Sign | null {
  return BULLET.test(line) ? 'bulletList' : NUMBER.test(line) ? 'orderedList' : null
}

/** Runs of paragraphs, or the lines of one, that begin with the same sort of sign. */
function runs(page: Node): { from: number; to: number; sign: Sign; count: number; words: string }[] {
  const found: { from: number; to: number; sign: Sign; count: number; words: string }[] = []
  page.descendants((parent, position) => {
    if (parent.isTextblock) {
      const lines = isA(parent, 'paragraph') ? linesOf(parent) : []
      const sign = lines.length > 1 ? signOf(textOf(lines.at(-1)!)) : null
      const faked = lines.filter((line) => signOf(textOf(line)) === sign).length
      if (sign && faked > 1 && faked >= lines.length - 1)
        found.push({ from: position, to: position + parent.nodeSize, sign, count: faked, words: parent.textContent })
      return false
    }
    collect(parent, position + 1, found)
    return true
  })
  collect(page, 0, found)
  return found.sort((a, b) => a.from - b.from)
}

function collect(parent: Node, start: number, found: ReturnType<typeof runs>): void {
  let run: { from: number; to: number; sign: Sign; count: number; words: string } | null = null
  const settle = (): void => {
    if (run && run.count > 1) found.push(run)
    run = null
  }
  parent.forEach((node, offset) => {
    const sign = isA(node, 'paragraph') && linesOf(node).length === 1 ? signOf(node.textContent) : null
    if (!sign || run?.sign !== sign) settle()
    if (!sign) return
    run ??= { from: start + offset, to: 0, sign, count: 0, words: '' }
    run.to = start + offset + node.nodeSize
    run.count++
    run.words += `${node.textContent}\n`
  })
  settle()
}

/** The inline nodes of each line of a paragraph, apart at its line breaks. */
function linesOf(paragraph: Node): Node[][] {
  const lines: Node[][] = [[]]
  paragraph.forEach((node) => (isA(node, 'lineBreak') ? lines.push([]) : lines.at(-1)!.push(node)))
  return lines
}

const textOf = (line: readonly Node[]): string => line.map((node) => node.textContent).join('')

/** Takes so many characters off the start of a line. */
function cut(line: readonly Node[], characters: number): Node[] {
  let left = characters
  return line.flatMap((node) => {
    if (left === 0 || !node.isText) return [node]
    const take = Math.min(left, node.text!.length)
    left -= take
    return take === node.text!.length ? [] : [node.cut(take)]
  })
}

/** Lists that are only typed signs. */
export const fakedList: Rule = {
  id: 'faked-list',
  name: 'List typed by hand',
  severity: 'right',
  why: 'A real list is announced with its number of items and can be passed over; typed dashes and numbers are read aloud, line by line.',
  criterion: '1.3.1 Info and Relationships',
  check: (page) =>
    runs(page).map(({ from, to, count, words }): Place => ({
      from,
      to,
      message: `${count} lines look like a list, but are only typed so.`,
      passage: words,
    })),
  repairs: [{ id: 'list', label: 'Make it a list' }],
  repair(page, { from, to }) {
    const run = runs(page).find((each) => each.from === from && each.to === to)
    if (!run) return null
    const { paragraph, listItem, bulletList, orderedList } = page.type.schema.nodes
    const before: Node[] = []
    const items: Node[] = []
    page.slice(from, to).content.forEach((node) => {
      for (const line of linesOf(node)) {
        const sign = (run.sign === 'bulletList' ? BULLET : NUMBER).exec(textOf(line))
        const words = paragraph!.create(null, sign ? cut(line, sign[0].length) : line)
        if (sign) items.push(listItem!.create(null, words))
        else if (items.length === 0) before.push(words)
        else items[items.length - 1] = listItem!.create(null, [...items.at(-1)!.children, words])
      }
    })
    return new Transform(page).replaceWith(from, to, [
      ...before,
      (run.sign === 'bulletList' ? bulletList : orderedList)!.create(null, items),
    ])
  },
  good: [
    { html: '<p>- a</p>' },
    { html: '<ul><li>a</li><li>b</li></ul>' },
    { html: '<p>1. a</p><p>then</p><p>2. b</p>' },
    { html: '<p>a - b</p><p>c - d</p>' },
  ],
  bad: [
    {
      html: '<p>- a</p><p>- <b>b</b> c</p>',
      repair: 'list',
      repaired: '<ul><li>a</li><li><strong>b</strong> c</li></ul>',
    },
    { html: '<p>1. a</p><p>2) b</p><p>end</p>', repair: 'list', repaired: '<ol><li>a</li><li>b</li></ol>\n<p>end</p>' },
    {
      html: '<p>Take:<br>• gloves<br>• boots</p>',
      repair: 'list',
      repaired: '<p>Take:</p>\n<ul><li>gloves</li><li>boots</li></ul>',
    },
  ],
}
