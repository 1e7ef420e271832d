import { Fragment, type Node, type Schema, Slice } from '@tiptap/pm/model'
import type { EditorProps } from '@tiptap/pm/view'
import { attributesProblem } from '../../../core/document/check.ts'
import { type HtmlNode, isElement, isText, text } from '../../../core/tree/tree.ts'
import { textFromRows } from '../../../core/paste/tabbed.ts'
import { isA, kindOf, kindOfMark } from '../../../core/kinds/facts.ts'
import { SCHEMA_VERSION } from '../../../core/kinds/upgrades.ts'
import { upgraded } from '../../../core/document/upgrade.ts'

/** The attribute in which what was copied on a sheet stands as it was, beside its HTML for other programs. */
export const OWN = 'data-fieldstone'

/** The version of what stands there: another tab may be of another Fieldstone. */
const VERSION = 'data-version'

/**
 * What is copied on a sheet: its source form, which other programs can read, and the content itself, which loses
 * nothing on the way to another sheet.
 */
function serializeOwn(fragment: Fragment, document: Document): DocumentFragment {
  const holder = document.createElement(fragment.firstChild?.isInline ? 'span' : 'div')
  holder.setAttribute(OWN, JSON.stringify(fragment.toJSON() ?? []))
  holder.setAttribute(VERSION, String(SCHEMA_VERSION))
  for (const node of written(fragment)) holder.append(toDom(node, document))
  const all = document.createDocumentFragment()
  all.append(holder)
  return all
}

function written(fragment: Fragment): HtmlNode[] {
  return fragment.content.map((node) => {
    const bare: HtmlNode = node.isText
      ? text(node.text ?? '')
      : kindOf(node).write(node, written(node.content), 'source')
    return node.marks
      .toReversed()
      .reduce<HtmlNode>((inner, mark) => kindOfMark(mark).write(mark, [inner], 'source'), bare)
  })
}

function toDom(node: HtmlNode, document: Document): globalThis.Node {
  if (isText(node)) return document.createTextNode(node.value)
  if (!isElement(node)) return document.createComment('')
  const element = document.createElement(node.tagName)
  for (const { name, value } of node.attrs) element.setAttribute(name, value)
  element.append(...node.childNodes.map((child) => toDom(child, document)))
  return element
}

/**
 * What a clipboard holds for a place that takes no blocks, or from another sheet. Content that no page may hold becomes
 * its words.
 */
function parseOwn(dom: globalThis.Node, schema: Schema): Slice {
  const holder = dom instanceof Element ? dom.querySelector(`[${OWN}]`) : null
  try {
    if (holder)
      return Slice.maxOpen(
        checked(
          Fragment.fromJSON(
            schema,
            upgraded(
              JSON.parse(holder.getAttribute(OWN) ?? '[]') as unknown,
              Number(holder.getAttribute(VERSION) ?? 1),
            ),
          ),
        ),
        true,
      )
  } catch {
    // Not ours after all, or from a newer Fieldstone.
  }
  return words(dom.textContent ?? '', schema)
}

function words(all: string, schema: Schema): Slice {
  const line = all.replace(/\s+/g, ' ').trim()
  return line === '' ? Slice.empty : new Slice(Fragment.from(schema.text(line)), 0, 0)
}

/** Throws when a node or mark has a setting that its kind does not allow: nobody knows who wrote a clipboard. */
function checked(fragment: Fragment): Fragment {
  const check = (node: Node): void => {
    const problem = [node, ...node.marks].map(attributesProblem).find((each) => each !== null)
    if (problem) throw new RangeError(problem)
    node.forEach(check)
  }
  fragment.forEach(check)
  return fragment
}

/** What other programs get as text: cells with tabs between them, as spreadsheets read them; else a line a block. */
function textOf({ content }: Slice): string {
  const rows = content.content.flatMap((node) => (isA(node, 'table') ? node.children : [node]))
  return rows.length > 0 && rows.every((node) => isA(node, 'tableRow'))
    ? textFromRows(rows)
    : content.textBetween(0, content.size, '\n\n', (leaf) => kindOf(leaf).inWords?.(leaf) ?? '\n')
}

/** The editor's own way of copying, in the place of the one made from `parseDOM`, which knows no settings. */
export const ownClipboard = (
  schema: Schema,
): Pick<EditorProps, 'clipboardSerializer' | 'clipboardParser' | 'clipboardTextSerializer' | 'transformPasted'> => ({
  clipboardTextSerializer: textOf,
  clipboardParser: { parseSlice: (dom: globalThis.Node) => parseOwn(dom, schema) } as never,
  clipboardSerializer: {
    serializeFragment: (fragment: Fragment, { document: into = document } = {}) => serializeOwn(fragment, into),
  } as never,
  transformPasted: (slice, view) => {
    try {
      checked(slice.content)
      return slice
    } catch {
      return words(slice.content.textBetween(0, slice.content.size, ' ', ' '), view.state.schema)
    }
  },
})
