import { parseFragment, serialize } from 'parse5'
import { readPage } from '../core/html/read.ts'
import { writePage } from '../core/html/write.ts'
import { type Figure, inTurn, median } from './measure.ts'

const WORDS =
  'a wall stands on what lies under it so walk the line twice before any stone is moved and write down what you see'.split(
    ' ',
  )

/** A page of about `bytes` with paragraphs, headings, lists, tables, boxes and marks, always the same. */
export function longPage(bytes: number): string {
  const parts = ['<h1>A long page</h1>']
  const words = (count: number, from: number): string =>
    Array.from({ length: count }, (_, at) => WORDS[(from * 7 + at * 3) % WORDS.length]).join(' ')
  for (let at = 0, size = 0; size < bytes; at++) {
    const part =
      at % 12 === 3
        ? `<h2>${words(5, at)}</h2>`
        : at % 12 === 6
          ? `<ul>${[1, 2, 3].map((item) => `<li>${words(9, at + item)}</li>`).join('')}</ul>`
          : at % 12 === 8
            ? `<div data-piece="box" data-edge="start" data-space="normal" style="background-color: #efe6d3"><p>${words(30, at)}</p></div>`
            : at % 24 === 11
              ? `<table><tbody><tr><th scope="col">${words(2, at)}</th><th scope="col">${words(2, at + 1)}</th></tr><tr><td>${words(4, at)}</td><td>${words(4, at + 2)}</td></tr></tbody></table>`
              : `<p>${words(40, at)} <strong>${words(3, at)}</strong> ${words(20, at + 5)} <a href="https://walls.example/${at}">${words(2, at)}</a>.</p>`
    parts.push(part)
    size += part.length
  }
  return parts.join('\n')
}

/** HTML in and out of a 1 MB page, against parse5's parse and serialise. */
export async function benchHtml(): Promise<Figure[]> {
  const html = longPage(1_000_000)
  const figures: Figure[] = []
  for (const [positions, most] of [
    [false, 2.5],
    [true, 4.5],
  ] as const) {
    const ours = (): string => writePage(readPage(html, { positions }).page, 'published')
    const theirs = (): string => serialize(parseFragment(html))
    const [mine, base] = await inTurn(15, ours, theirs)
    const ratio = median(mine) / median(base)
    figures.push({
      name: `HTML in and out of 1 MB${positions ? ', with source positions' : ''}, against parse5`,
      ratio,
      goal: `at most ${most}`,
      isReached: ratio <= most,
      detail: `${median(mine).toFixed(0)} ms against ${median(base).toFixed(0)} ms (median of 15)`,
    })
  }
  return figures
}
