import type { Editor } from '@tiptap/core'
import type { Node } from '@tiptap/pm/model'
import type { Command, EditorState } from '@tiptap/pm/state'
import type { EditorView, NodeView } from '@tiptap/pm/view'
import type { ReactNode } from 'react'
import type { SnippetGroup } from '../../core/snippets/groups.ts'

/** Pieces by what they do; snippets by what they are for. */
export type OfferGroup = 'fold' | 'apart' | 'look' | 'practise' | `snippets to ${SnippetGroup}`

/** A card of the insert dialog. */
export interface Offer {
  /** Tells it from others, where its name alone does not. */
  readonly id?: string
  readonly group: OfferGroup
  readonly name: string
  readonly help: string
  /** Other words by which it is looked for: what it is for, and what else it is called. */
  readonly finds?: readonly string[]
  /** What it asks of the author. */
  readonly effort: 'ready' | 'has settings' | 'needs code' | `asks ${number} thing` | `asks ${number} things`
  /** Its command opens a dialog of its own: the next keys are for that. */
  readonly asks?: boolean
  /** A small live example. */
  readonly Example: () => ReactNode
  readonly command: Command
  /** What inserting it here would do, as a sentence. */
  readonly outcome?: (state: EditorState) => string
  /** What it needs, where it can't be inserted; that it needs a place in the text, when left out. */
  readonly whyNot?: string
  /** What it inserts where more than its name was typed, such as a size; null where nothing more was. */
  readonly asTyped?: (typed: string) => { readonly command: Command; readonly outcome: string } | null
}

export interface SettingsProps {
  readonly editor: Editor
  /** Where the piece begins. */
  readonly position: number
}

/** What the interface knows of a kind of piece; each part of it may be missing. */
export interface Piece {
  readonly kind: string
  readonly offer?: Offer
  /** Its settings in the side desk; `preload` fetches what is fetched when needed. */
  readonly Settings?: ((props: SettingsProps) => ReactNode) & { readonly preload?: () => void }
  /** What the piece's entries are called, in lower case. */
  readonly entry?: string
  /** The setting that a key changes to make it a step larger or smaller, with its new value; null at its limit. */
  readonly grow?: (node: Node, by: 1 | -1) => readonly [attribute: string, value: number] | null
  /** How it is shown on the sheet, where its HTML alone does not do. */
  readonly view?: (node: Node, view: EditorView, getPosition: () => number | undefined) => NodeView
}

/** A number changed by a step within its limits; null where it is at its limit. */
export function stepped(
  attribute: string,
  value: number,
  step: number,
  [least, most]: readonly [number, number],
): readonly [string, number] | null {
  const next = Math.min(most, Math.max(least, value + step))
  return next === value ? null : [attribute, next]
}
