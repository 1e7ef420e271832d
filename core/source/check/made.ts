import { parseFragment, serialize } from 'parse5'
import { shortened } from '../../tree/shortened.ts'
import type { SourceFinding } from './diagnostic.ts'

/** A longer passage, or more of them, is not shown: nobody would read it. */
const [LONGEST, MOST, SHOWN] = [2000, 40, 300]

/** The findings with what the HTML Standard's parser makes of their passages, where that is something else. */
export function withMade(text: string, found: readonly SourceFinding[]): SourceFinding[] {
  let left = MOST
  return found.map((each) => {
    const { passage } = each
    if (!passage || passage.to - passage.from > LONGEST || left <= 0) return each
    left--
    const written = text.slice(passage.from, passage.to)
    const made = serialize(parseFragment(written, { scriptingEnabled: false }))
    return made === written ? each : { ...each, made: shortened(oneLine(made), SHOWN) }
  })
}

const oneLine = (html: string): string => html.replace(/\s+/g, ' ').trim()
