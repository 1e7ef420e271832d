import type { Diagnostic, SourceRepair } from '../diagnostic.ts'
import { at } from '../at.ts'
import { HOLDS_HEADINGS, HOLDS_WORDS, isBlock, TRANSPARENT } from '../content-models.ts'
import { renamed, tagsOff } from '../element-repairs.ts'
import type { SourceCheck } from '../source-check.ts'
import type { Source, Written } from '../written.ts'

function look({ elements }: Source): Diagnostic[] {
  return elements.flatMap((each) => {
    if (each.isForeign || !isBlock(each.tag.name)) return []
    const holders = holdersOf(each).filter(
      ({ tag }) => !(HOLDS_HEADINGS.has(tag.name) && /^h[1-6]$|^hgroup$/.test(each.tag.name)),
    )
    return holders.length > 0 ? [blockAmongWords(each, holders)] : []
  })
}

/** How far up it is looked: deeper nests are no page's. */
const DEEPEST = 60

/** The elements around a block, from the inside, that may hold words only. */
function holdersOf({ parent }: Written): Written[] {
  const found: Written[] = []
  let depth = 0
  for (let at = parent; at && !at.isForeign && depth < DEEPEST; at = at.parent, depth++) {
    if (HOLDS_WORDS.has(at.tag.name)) found.push(at)
    else if (!TRANSPARENT.has(at.tag.name)) break
  }
  return found
}

const PLAIN_BLOCK = /^(div|section|article|p|center|main|header|footer|aside|nav)$/

function blockAmongWords(each: Written, holders: readonly Written[]): Diagnostic {
  const { tag } = each
  const outer = holders.at(-1)!
  const paragraph = holders.find((holder) => holder.tag.name === 'p')
  const inner = holders[0]!.tag
  const what = paragraph
    ? `A paragraph can’t hold “${tag.name}”, which stands in the one of line ${paragraph.tag.line}: browsers end it here.`
    : `“${tag.name}” is a block, and stands in “${inner.name}” (line ${inner.line}), which holds words alone.`
  const repairs: SourceRepair[] = []
  if (holders.every((holder) => /^(span|p)$/.test(holder.tag.name) && holder.end))
    repairs.push({
      label: `Make ${holders.map((holder) => `“${holder.tag.name}”`).join(' and ')} a “div”`,
      edits: holders.flatMap((holder) => renamed(holder, 'div')),
    })
  if (PLAIN_BLOCK.test(tag.name)) repairs.push(tagsOff(each))
  else if (/^(b|i|em|strong|u|s|small|span)$/.test(inner.name)) repairs.push(tagsOff(holders[0]!))
  return at(tag, 'content', 'error', what, repairs, { from: outer.tag.from, to: outer.to })
}

/** Blocks that stand where only words may. */
export const content: SourceCheck = {
  id: 'content',
  finds: ['content'],
  why: 'Browsers end a paragraph, and tear marked words apart, where a block begins in them: what was meant for all of it holds for a part.',
  look,
  good: [
    '<a href="https://a.example/"><div>a</div></a>',
    '<ins><p>a</p></ins>',
    '<details><summary><h3>a</h3></summary>b</details>',
  ],
  bad: [
    { html: '<span><div>a</div></span>', told: ['1 content'], repaired: '<div><div>a</div></div>' },
    {
      html: '<p><span>a\n<div>b</div></span></p>',
      told: ['2 content'],
      repaired: '<div><div>a\n<div>b</div></div></div>',
    },
    { html: '<h2>a <div>b</div></h2>', told: ['1 content'], repaired: '<h2>a b</h2>' },
    { html: '<b><ul><li>a</li></ul></b>', told: ['1 content'], repaired: '<ul><li>a</li></ul>' },
    { html: '<button><p>a</p></button>', told: ['1 content'], repaired: '<button>a</button>' },
  ],
}
