import type { SourceCheck } from '../source-check.ts'
import type { Diagnostic } from '../diagnostic.ts'
import { type Scan, type Tag, VOID } from '../../../html/scan.ts'
import { at } from '../at.ts'

// HTML Standard, "13.1.2.4 Optional tags".
const OPTIONAL = new Set([
  'html',
  'head',
  'body',
  'li',
  'dt',
  'dd',
  'p',
  'rt',
  'rp',
  'optgroup',
  'option',
  'colgroup',
  'caption',
  'thead',
  'tbody',
  'tfoot',
  'tr',
  'td',
  'th',
])
function look({ text, tags }: Scan): Diagnostic[] {
  const found: Diagnostic[] = []
  const open: Tag[] = []
  let closed: Closed[] = []
  for (const tag of tags) {
    if (VOID.has(tag.name)) {
      if (tag.isEnd && tag.name !== 'br')
        found.push(
          at(tag, 'stray-end', 'warning', `“${tag.name}” has no end tag; this one does nothing.`, [remove(tag)]),
        )
      continue
    }
    if (!tag.isEnd) {
      if (open.at(-1)?.name === 'p' && ENDS_PARAGRAPH.has(tag.name)) closed.push({ tag: open.pop()!, by: tag })
      if (!/\/>$/.test(text.slice(tag.from, tag.to)) || !isForeign(tag)) open.push(tag)
      continue
    }
    const index = open.findLastIndex(({ name }) => name === tag.name)
    if (index >= 0) {
      for (const inner of open.splice(index).slice(1).reverse())
        if (!OPTIONAL.has(inner.name)) closed.push({ tag: inner, by: tag })
      continue
    }
    const early = closed.findLast((each) => each.tag.name === tag.name)
    if (early) closed = closed.filter((each) => each !== early)
    found.push(
      early
        ? misnested(early, tag)
        : at(tag, 'stray-end', 'error', `“</${tag.name}>” closes nothing: no “${tag.name}” is open here.`, [
            remove(tag),
          ]),
    )
  }
  for (const { tag, by } of closed) if (!OPTIONAL.has(tag.name)) found.push(unclosed(tag, by.from, by.line))
  for (const tag of open) if (!OPTIONAL.has(tag.name)) found.push(unclosed(tag, text.trimEnd().length, null))
  return found
}

const isForeign = ({ name }: Tag): boolean =>
  name === 'svg' ||
  name === 'math' ||
  name === 'path' ||
  name === 'circle' ||
  name === 'rect' ||
  name === 'line' ||
  name === 'use'
const remove = ({ from, to }: Tag) => ({ label: 'Remove it', edits: [{ from, to, insert: '' }] })

function misnested({ tag, by }: Closed, end: Tag): Diagnostic {
  if (tag.name === 'p')
    return at(
      end,
      'stray-end',
      'warning',
      `A paragraph can’t hold “${by.name}”: it ended before it, in line ${by.line}. This end tag makes an empty paragraph.`,
      [remove(end)],
    )
  return at(
    end,
    'misnested',
    'error',
    `“</${tag.name}>” comes after “</${by.name}>”, but “${tag.name}” was opened inside it (line ${tag.line}). Boxes close in reverse order.`,
    [
      {
        label: `Close “${tag.name}” before “${by.name}”`,
        edits: [
          { from: by.from, to: by.from, insert: `</${tag.name}>` },
          { from: end.from, to: end.to, insert: '' },
        ],
      },
    ],
  )
}

function unclosed(tag: Tag, end: number, line: number | null): Diagnostic {
  const reach = INLINE.has(tag.name) ? 'Its effect goes on' : 'What follows lies in it'
  const where = line === null ? 'to the end of the page' : `as far as line ${line}`
  return at(tag, 'unclosed', 'error', `“<${tag.name}>” is never closed. ${reach} ${where}.`, [
    {
      label: line === null ? 'Close it at the end' : `Close it in line ${line}`,
      edits: [{ from: end, to: end, insert: `</${tag.name}>` }],
    },
    { label: 'Remove the tag', edits: [{ from: tag.from, to: tag.to, insert: '' }] },
  ])
}

/** Start tags that end an open paragraph (the same place, on the end tag of `p`). */
const ENDS_PARAGRAPH = new Set([
  'address',
  'article',
  'aside',
  'blockquote',
  'details',
  'dialog',
  'div',
  'dl',
  'fieldset',
  'figcaption',
  'figure',
  'footer',
  'form',
  'h1',
  'h2',
  'h3',
  'h4',
  'h5',
  'h6',
  'header',
  'hgroup',
  'hr',
  'main',
  'menu',
  'nav',
  'ol',
  'p',
  'pre',
  'search',
  'section',
  'table',
  'ul',
])
const INLINE = new Set([
  'a',
  'abbr',
  'b',
  'bdi',
  'bdo',
  'cite',
  'code',
  'em',
  'font',
  'i',
  'kbd',
  'label',
  'mark',
  'q',
  's',
  'small',
  'span',
  'strong',
  'sub',
  'sup',
  'u',
])

interface Closed {
  readonly tag: Tag
  /** The tag that closed it though it was not its own. */
  readonly by: Tag
}

/** Tags that are never closed, closed twice, or closed in the wrong order. */
export const balance: SourceCheck = {
  id: 'balance',
  finds: ['unclosed', 'misnested', 'stray-end'],
  why: 'A tag that is not closed, or closed in the wrong order, makes browsers guess what belongs to what; each may guess in another way.',
  look,
  good: [
    '<p>a<p>b<ul><li>x<li>y</ul>',
    '<table><tr><td>a<td>b<tr><td>c</table>',
    '<img src=x.png><br><hr>',
    '<details><summary>a</summary>b</details>',
    '<svg viewBox="0 0 1 1"><path d="M0 0"/></svg>',
    '<!doctype html><title>x < y</title><p>1 &lt; 2',
    '<dl><dt>a<dd>b<dt>c<dd>d</dl>',
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
    { html: '<p>a</p>\n</div>', told: ['2 stray-end'], repaired: '<p>a</p>\n' },
    { html: '<p>a<div>b</div></p>', told: ['1 stray-end'], repaired: '<p>a<div>b</div>' },
  ],
}
