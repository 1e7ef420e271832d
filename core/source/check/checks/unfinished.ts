import { unfinishedIn, type Unfinished } from '../../../html/unfinished.ts'
import type { Source } from '../written.ts'
import { at } from '../at.ts'
import type { SourceRepair } from '../diagnostic.ts'
import type { SourceCheck } from '../source-check.ts'

const SAID: Readonly<Record<Exclude<Unfinished['what'], 'text'>, string>> = {
  tag: 'This tag is never finished: no “>” follows. It stands on the sheet as words.',
  'quotation mark':
    'A quotation mark in this tag is never closed, so that it goes on into the next tag. It stands on the sheet as words.',
  comment: 'This comment is never closed: no “-->” follows. It stands on the sheet as words.',
}

/** What an element holds that is never closed is told with the tags that are not. */
function look(scanned: Source) {
  const found = unfinishedIn(scanned)
  if (!found || found.what === 'text') return []
  return [at(found, 'unfinished', 'error', SAID[found.what], repairsOf(scanned.text, found))]
}

function repairsOf(text: string, { from, what }: Unfinished): SourceRepair[] {
  const asWords = { label: 'Keep it as words', edits: [{ from, to: from + 1, insert: '&lt;' }] }
  if (what === 'comment') {
    const line = text.indexOf('\n', from)
    const end = line < 0 ? text.length : line
    return [{ label: 'Close it at the end of its line', edits: [{ from: end, to: end, insert: '-->' }] }, asWords]
  }
  const close = /^<[a-z][^"'>]*(?:"[^"]*"[^"'>]*|'[^']*'[^"'>]*)*?(["'])[^"'<>]*(?=>)/i.exec(text.slice(from))
  const end = from + (close?.[0].length ?? 0)
  return close
    ? [{ label: 'Close the quotation mark', edits: [{ from: end, to: end, insert: close[1]! }] }, asWords]
    : [asWords]
}

/** Tags, quotation marks and comments that are begun and never finished. */
export const unfinished: SourceCheck = {
  id: 'unfinished',
  finds: ['unfinished'],
  why: 'Browsers take all that follows for a part of what is not finished: the words of the rest of the page would be gone.',
  look,
  good: ['<p title="a > b">c</p><!-- d -->', 'a &lt; b and c > d', '<!-- a -->'],
  bad: [
    { html: '<p>a</p>\n<p class="b>c</p>', told: ['2 unfinished'], repaired: '<p>a</p>\n<p class="b">c</p>' },
    {
      html: '<p class="a>b</p>\n<p class="c">d</p>',
      told: ['1 unfinished'],
      repaired: '<p class="a">b</p>\n<p class="c">d</p>',
    },
    { html: '<p>a</p>\nb <c and d', told: ['2 unfinished'], repaired: '<p>a</p>\nb &lt;c and d' },
    { html: '<!-- a\n<p>b</p>', told: ['1 unfinished'], repaired: '<!-- a-->\n<p>b</p>' },
  ],
}
