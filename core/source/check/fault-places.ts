import type { ParserError } from 'parse5'
import type { Tag } from '../../html/scan.ts'

/** The tag that holds an offset, or ends right before it; of tags in order. */
export function tagAt(tags: readonly Tag[], offset: number): Tag | undefined {
  let [low, high] = [0, tags.length - 1]
  while (low < high) {
    const middle = (low + high + 1) >> 1
    if (tags[middle]!.from <= offset) low = middle
    else high = middle - 1
  }
  const tag = tags[low]
  return tag && tag.from <= offset && offset <= tag.to ? tag : undefined
}

/** One place of the text at which the tokeniser called something an error. */
export const placeOf = ({ startOffset: from, startLine: line, startCol: column }: ParserError) => ({
  ...{ from, to: from, line, column },
})
