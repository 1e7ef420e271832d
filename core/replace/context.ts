import { LEAF } from '../document/plain-text.ts'

/** Words with what stands before and after them in their line. */
export interface Context {
  readonly before: string
  readonly words: string
  readonly after: string
}

/** So much of a line is shown on either side, in characters. */
const MOST = 60

const plain = (text: string): string => text.replaceAll(LEAF, ' ').replace(/\s+/g, ' ')

/** Words of a line between two places in it, with what stands around them, cut between words. */
export function contextOf(line: string, from: number, to: number): Context {
  const [head, tail] = [line.slice(0, from), line.slice(to)]
  const near = head.slice(-MOST)
  const next = tail.slice(0, MOST)
  return {
    before:
      near.length < head.length ? `…${plain(near.replace(/^\S*(?=\s)/, '').toWellFormed())}` : plain(near).trimStart(),
    words: plain(line.slice(from, to)),
    after:
      next.length < tail.length ? `${plain(next.replace(/(?<=\s)\S*$/, '').toWellFormed())}…` : plain(next).trimEnd(),
  }
}
