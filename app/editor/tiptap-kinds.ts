import { type AnyExtension, Mark, Node } from '@tiptap/core'
import type { DOMOutputSpec, Node as PageNode } from '@tiptap/pm/model'
import { attributeSpecs } from '../../core/document/schema.ts'
import { element, type HtmlElement, type HtmlNode, isElement, isText } from '../../core/tree/tree.ts'
import type { MarkKind, NodeKind } from '../../core/kinds/kind.ts'
import { kindLabel } from './kind-label.ts'
import { markKinds, nodeKinds } from '../../core/kinds/registry.ts'

/*
 * The editor's schema, generated from the kinds: what the core declares once is what the editor edits.
 * `tiptap-kinds.test.ts` holds both schemas equal.
 */
const HOLE = element('content-hole')

/** Elements that say by themselves what they are. */
const SPEAKING = new Set(['table', 'blockquote', 'figure', 'nav', 'hr', 'details'])

/** Whether a kind is told to a screen reader by a name: pieces, and what stands in them in a row. */
const isNamed = ({ isPiece, holdsBlocks, spoken }: NodeKind): boolean => Boolean(isPiece ?? holdsBlocks ?? spoken)

/**
 * Gives what a node is written as its role and name on the sheet, so that whoever hears it knows in which piece they
 * are (ATAG 2.0, A.3.4; role `group` of WAI-ARIA 1.2).
 */
function named(kind: NodeKind, node: PageNode, written: HtmlElement): HtmlElement {
  if (!isNamed(kind) || /^(ul|ol|dl|dd|td|th)$/.test(written.tagName)) return written
  const name = kind.spoken?.(node) ?? kindLabel(kind.name)
  if (!SPEAKING.has(written.tagName)) written.attrs.push({ name: 'role', value: 'group' })
  written.attrs.push({ name: 'aria-label', value: name })
  return written
}

/** What ProseMirror renders from, made of what the kind writes for the sheet. */
function outputSpec(written: HtmlNode): DOMOutputSpec {
  if (written === HOLE) return 0 as unknown as DOMOutputSpec
  if (!isElement(written)) return (isText(written) ? written.value : '') as unknown as DOMOutputSpec
  return [written.tagName, attributesOf(written), ...written.childNodes.map(outputSpec)] as unknown as DOMOutputSpec
}

function attributesOf(written: HtmlElement): Record<string, string> {
  return Object.fromEntries(written.attrs.map(({ name, value }) => [name, value]))
}

/**
 * What an element of the sheet says is its kind's `parseDOM` to read: an attribute of the same name may hold anything.
 */
const unread = (): null => null

function attributes(kind: NodeKind | MarkKind): Record<string, object> {
  return Object.fromEntries(
    Object.entries(attributeSpecs(kind)).map(([name, spec]) => [
      name,
      { default: spec.default as unknown, validate: spec.validate, rendered: false, parseHTML: unread },
    ]),
  )
}

/** Fields of a node's spec that Tiptap does not carry over by itself. */
const OWN_FIELDS = ['tableRole', 'linebreakReplacement'] as const

function nodeExtension(kind: NodeKind, priority: number, top: TopKind): AnyExtension {
  const { spec } = kind
  const own = Object.fromEntries(
    OWN_FIELDS.filter((field) => field in spec).map((field) => [field, spec[field] as unknown]),
  )
  return Node.create({
    name: kind.name,
    priority,
    topNode: kind.name === top,
    ...spec,
    addAttributes: () => attributes(kind),
    parseHTML: () => kind.parseDOM,
    ...(kind.name === 'text' || kind.name === top
      ? {}
      : {
          renderHTML: ({ node }) =>
            outputSpec(named(kind, node, kind.write(node, spec.content ? [HOLE] : [], 'sheet'))) as never,
        }),
    extendNodeSchema: (extension) => (extension.name === kind.name ? own : {}),
  })
}

function markExtension(kind: MarkKind, priority: number): AnyExtension {
  return Mark.create({
    name: kind.name,
    priority,
    ...kind.spec,
    addAttributes: () => attributes(kind),
    parseHTML: () => kind.parseDOM,
    renderHTML: ({ mark }) => outputSpec(kind.write(mark, [HOLE], 'sheet')) as never,
  })
}

/** What the editor edits as a whole: a page, or a passage. */
export type TopKind = 'doc' | 'passage'

/** Every kind as a Tiptap extension; the priorities keep the order of the registries. */
export function kindExtensions(top: TopKind = 'doc'): AnyExtension[] {
  const nodes = Object.values<NodeKind>(nodeKinds).map((kind, index) => nodeExtension(kind, 10_000 - index, top))
  const marks = Object.values<MarkKind>(markKinds).map((kind, index) => markExtension(kind, 9_000 - index))
  return [...nodes, ...marks]
}
