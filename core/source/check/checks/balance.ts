import type { SourceCheck } from '../source-check.ts'
import type { Diagnostic } from '../diagnostic.ts'
import { type Tag, VOID } from '../../../html/scan.ts'
import { at, changed, removed } from '../at.ts'
import { isHeading, OPTIONAL } from '../written-rules.ts'
import type { Source, Stray, Written } from '../written.ts'

function look({ text, elements, strays }: Source): Diagnostic[] {
  // What is told of its end tag is not told once more of its start tag.
  const told = new Set<Written | null>(strays.flatMap(({ early, heading }) => [early, heading]))
  const end = text.trimEnd().length
  return [
    ...strays.map((stray) => ofStray(text, stray)),
    ...elements
      .filter((each) => isUnclosed(each) && !told.has(each))
      .map(({ tag, endedBy }) => unclosed(tag, endedBy?.from ?? end, endedBy)),
  ]
}

const isUnclosed = ({ tag, end, to, isForeign }: Written): boolean =>
  end === null && !OPTIONAL.has(tag.name) && !VOID.has(tag.name) && !(isForeign && to === tag.to)

function ofStray(text: string, { tag, early, heading }: Stray): Diagnostic {
  const words = `“</${tag.name}>”`
  if (VOID.has(tag.name))
    return at(
      tag,
      'stray-end',
      'warning',
      tag.name === 'br'
        ? `${words} is no end tag: browsers make a line break of it.`
        : `“${tag.name}” has no end tag; this one does nothing.`,
      [tag.name === 'br' ? changed('Write “<br>”', tag, '<br>') : removed(tag)],
    )
  if (heading) return wrongRank(text, heading, tag)
  if (early) return misnested(early, tag)
  const made = tag.name === 'p' ? 'browsers make an empty paragraph of it' : `no “${tag.name}” is open here`
  return at(tag, 'stray-end', 'error', `${words} closes nothing: ${made}.`, [removed(tag)])
}

/** “</h3>” that ends an “h2”: the parser takes the end of any heading for it. */
function wrongRank(text: string, { tag: start }: Written, end: Tag): Diagnostic {
  return at(
    end,
    'wrong-end',
    'error',
    `“</${end.name}>” closes the “<${start.name}>” of line ${start.line}: browsers take the end of any heading for it. It is a heading of rank ${start.name.slice(1)} on the page.`,
    [
      changed(`End it with “</${start.name}>”`, end, `</${start.name}>`),
      changed(`Make it “${end.name}”`, { from: start.from + 1, to: start.from + 1 + start.name.length }, end.name),
    ],
    { from: start.from, to: Math.min(text.length, end.to) },
  )
}

function misnested({ tag, parent, endedBy: by }: Written, end: Tag): Diagnostic {
  if (!by) throw new Error('What was ended early was ended by something.')
  if (tag.name === 'p')
    return at(
      end,
      'stray-end',
      'warning',
      `A paragraph can’t hold “${by.name}”: it ended before it, in line ${by.line}. This end tag makes an empty paragraph.`,
      [removed(end)],
      { from: tag.from, to: end.to },
    )
  const mended = {
    label: `Close “${tag.name}” before “${by.name}”`,
    edits: [
      { from: by.from, to: by.from, insert: `</${tag.name}>` },
      { from: end.from, to: end.to, insert: '' },
    ],
  }
  const passage = { from: (by.isEnd && parent ? parent.tag : tag).from, to: end.to }
  if (isHeading(tag.name) && isHeading(by.name))
    return at(
      by,
      'misnested',
      'error',
      `A heading can’t hold another: this one ends the “${tag.name}” of line ${tag.line}.`,
      [mended],
      passage,
    )
  return at(
    end,
    'misnested',
    'error',
    `“</${tag.name}>” comes after ${by.isEnd ? `“</${by.name}>”` : `“<${by.name}>”`}, but “${tag.name}” was opened ${by.isEnd ? 'inside it' : 'before it'} (line ${tag.line}). Boxes close in reverse order.`,
    [mended],
    passage,
  )
}

function unclosed(tag: Tag, end: number, by: Tag | null): Diagnostic {
  const reach = INLINE.has(tag.name) ? 'Its effect goes on' : 'What follows lies in it'
  const where = by ? `as far as line ${by.line}` : 'to the end of the page'
  return at(
    tag,
    'unclosed',
    'error',
    `“<${tag.name}>” is never closed. ${reach} ${where}.`,
    [
      {
        label: by ? `Close it in line ${by.line}` : 'Close it at the end',
        edits: [{ from: end, to: end, insert: `</${tag.name}>` }],
      },
      { label: 'Remove the tag', edits: [{ from: tag.from, to: tag.to, insert: '' }] },
    ],
    INLINE.has(tag.name) && by ? { from: tag.from, to: by.to } : undefined,
  )
}

const INLINE = new Set('a abbr b bdi bdo cite code em font i kbd label mark q s small span strong sub sup u'.split(' '))

/** Tags that are never closed, closed twice, or closed in the wrong order. */
export const balance: SourceCheck = {
  id: 'balance',
  finds: ['unclosed', 'misnested', 'stray-end', 'wrong-end'],
  why: 'A tag that is not closed, or closed in the wrong order, makes browsers guess what belongs to what; each may guess in another way.',
  look,
  good: [
    '<p>a<p>b<ul><li>x<li>y</ul>',
    '<table><tr><td>a<td>b<tr><td>c<td>d</table>',
    '<img src="x.png" alt="x"><br><hr>',
    '<details><summary>a</summary>b</details>',
    '<svg viewBox="0 0 1 1"><path d="M0 0"/><g><text>a</text></g></svg>',
    '<!doctype html><title>x &lt; y</title><p>1 &lt; 2',
    '<dl><dt>a<dd>b<dt>c<dd>d</dl>',
    '<ruby>a<rp>(<rt>b<rp>)</ruby>',
  ],
  bad: [
    { html: '<p>a</p>\n<div>\n<p>b</p>', told: ['2 unclosed'], repaired: '<p>a</p>\n<div>\n<p>b</p></div>' },
    {
      html: '<section>\n<div><p>b</p>\n</section>',
      told: ['2 unclosed'],
      repaired: '<section>\n<div><p>b</p>\n</div></section>',
    },
    { html: '<p>a <b>b</p><p>c</p>', told: ['1 unclosed'], repaired: '<p>a <b>b</b></p><p>c</p>' },
    { html: '<p><b>a <i>b</b> c</i></p>', told: ['1 misnested'], repaired: '<p><b>a <i>b</i></b> c</p>' },
    { html: '<h2>a <h3>b</h3></h2>', told: ['1 misnested'], repaired: '<h2>a </h2><h3>b</h3>' },
    { html: '<p>a</p>\n</div>', told: ['2 stray-end'], repaired: '<p>a</p>\n' },
    { html: '<p>a<div>b</div></p>', told: ['1 stray-end'], repaired: '<p>a<div>b</div>' },
    { html: '<p>a</br>b</p>', told: ['1 stray-end'], repaired: '<p>a<br>b</p>' },
    { html: '<h2>a\n</h3><p>b</p>', told: ['2 wrong-end'], repaired: '<h2>a\n</h2><p>b</p>' },
    // An end tag reaches out of no cell.
    {
      html: '<div><table><tr><td>a</div></table></div>',
      told: ['1 stray-end'],
      repaired: '<div><table><tr><td>a</table></div>',
    },
  ],
}
