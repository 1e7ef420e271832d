import { Plugin, PluginKey } from '@tiptap/pm/state'
import { Decoration, DecorationSet } from '@tiptap/pm/view'
import type { Node } from 'prosemirror-model'
import { Mapping } from 'prosemirror-transform'
import type { Cursor, Presence } from '../../core/document/wire.ts'
import { localStepsOf } from '../saving/local-steps.ts'

const key = new PluginKey<DecorationSet>('cursors')

/** Where the others stand. Their cursors move with the text until they say something newer. */
export function othersCursors(): Plugin {
  return new Plugin<DecorationSet>({
    key,
    state: {
      init: () => DecorationSet.empty,
      apply(transaction, set) {
        const presence = transaction.getMeta(key) as Presence | undefined
        const mapped = set.map(transaction.mapping, transaction.doc)
        if (!presence) return mapped
        const others = mapped.remove(
          mapped.find(undefined, undefined, (spec) => (spec as { client?: string }).client === presence.client),
        )
        return presence.cursor && !presence.gone
          ? others.add(transaction.doc, decorations(presence, presence.cursor, transaction.doc))
          : others
      },
    },
    props: { decorations: (state) => key.getState(state) },
  })
}

/** A transaction's meta that places someone's cursor; positions are those of this page, local steps applied. */
export function cursorMeta(presence: Presence): [PluginKey, Presence] {
  return [key, presence]
}

function decorations({ client, name, colour }: Presence, { anchor, head }: Cursor, page: Node): Decoration[] {
  const [from, to] = [Math.min(anchor, head), Math.max(anchor, head)]
  const caret = Decoration.widget(Math.min(head, page.content.size), () => caretElement(name, colour), {
    client,
    side: 10,
    ignoreSelection: true,
    key: `${client} ${head}`,
  })
  const marked = Decoration.inline(
    from,
    Math.min(to, page.content.size),
    { style: `background-color: color-mix(in srgb, ${colour} 22%, transparent)` },
    { client },
  )
  return from === to ? [caret] : [caret, marked]
}

/** The name tag stands in the margin: its place down the page is the caret's, across it is the sheet's edge. */
function caretElement(name: string, colour: string): HTMLElement {
  const caret = document.createElement('span')
  caret.className = 'others-caret'
  caret.style.setProperty('--person', colour)
  const tag = caret.appendChild(document.createElement('span'))
  tag.className = 'others-name'
  tag.textContent = name.split(' ')[0] ?? name
  return caret
}

/** A position of this editor's page as one of the page the server knows; null when it stands in unsent text. */
export function toServer(state: Parameters<typeof localStepsOf>[0], position: number): number {
  const local = localStepsOf(state)
  return new Mapping(local.toReversed().map(({ inverted }) => inverted.getMap())).map(position, -1)
}

/** A position of the server's page as one of this editor's. */
export function fromServer(state: Parameters<typeof localStepsOf>[0], position: number): number {
  const mapped = new Mapping(localStepsOf(state).map(({ step }) => step.getMap())).map(position, -1)
  return Math.min(mapped, state.doc.content.size)
}
