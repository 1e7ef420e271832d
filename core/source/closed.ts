import { balance } from './check/checks/balance.ts'
import { content } from './check/checks/content.ts'
import { nested } from './check/checks/nested.ts'
import { outside } from './check/checks/outside.ts'
import { unfinished } from './check/checks/unfinished.ts'
import { sourceOf } from './check/written.ts'

const STRUCTURE = [unfinished, balance, outside, content, nested]

/**
 * Whether a text is to the parser of HTML as it is written: all that begins ends, in its order, and nothing stands
 * where the parser would move it. Then each of its blocks means the same by itself.
 */
export function isClosed(text: string): boolean {
  const source = sourceOf(text)
  return STRUCTURE.every(({ look }) => look(source).length === 0)
}
