import { parseFragment } from 'parse5'
import { webAddress } from './web-address.ts'
import { attribute, type HtmlElement, type HtmlNode, isElement } from '../tree/tree.ts'

/** What an author has pasted, seen as something to embed. */
export type EmbedRead =
  | { readonly type: 'address'; readonly address: string }
  | {
      readonly type: 'code'
      readonly address: string
      readonly title: string
      readonly width: number | null
      readonly height: number | null
    }
  | { readonly type: 'problem'; readonly reason: string }
  | { readonly type: 'none' }

const problem = (reason: string): EmbedRead => ({ type: 'problem', reason })

/** Reads an address or an embed code from whatever was pasted. Nothing in it is run or fetched. */
export function readEmbed(unsafeText: string): EmbedRead {
  const text = unsafeText.trim()
  if (text === '' || text.length > 20_000) return { type: 'none' }
  if (/^[a-z][a-z0-9+.-]*:\S*$/i.test(text) && !/\s/.test(text)) {
    const address = webAddress(text)
    return address
      ? { type: 'address', address }
      : problem(`“${text.slice(0, 60)}” is not an address of the web. It begins with https:// or http://.`)
  }
  if (!/<\s*(iframe|embed|object|video|script|blockquote|div)\b/i.test(text)) return { type: 'none' }
  const frame = firstFrame(parseFragment(text).childNodes)
  if (!frame)
    return problem(
      /<\s*iframe/i.test(text)
        ? 'The embed code is cut off: its “iframe” has no end. Copy it again, from its first to its last character.'
        : 'There is no frame in this code. Look for an embed code that begins with “<iframe”, or paste the share address instead.',
    )
  const source = attribute(frame, 'src')
  if (source === undefined)
    return problem(
      'The frame in this code has no address; the code may be cut off. Copy it again, from its first to its last character.',
    )
  const address = webAddress(source)
  if (!address) return problem(`The frame leads to “${source.slice(0, 60)}”, which is not an address of the web.`)
  return {
    type: 'code',
    address,
    title: (attribute(frame, 'title') ?? '').trim().slice(0, 300).toWellFormed(),
    width: size(attribute(frame, 'width')),
    height: size(attribute(frame, 'height')),
  }
}

function firstFrame(nodes: readonly HtmlNode[], depth = 0): HtmlElement | null {
  for (const node of nodes) {
    if (!isElement(node)) continue
    if (node.tagName === 'iframe') return node
    const inner = depth < 50 ? firstFrame(node.childNodes, depth + 1) : null
    if (inner) return inner
  }
  return null
}

function size(value: string | undefined): number | null {
  const number = Number.parseInt(value ?? '', 10)
  return number >= 50 && number <= 4000 && !/%/.test(value ?? '') ? number : null
}
