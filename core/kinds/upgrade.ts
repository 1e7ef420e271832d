import type { NodeJson } from './kind.ts'

export type MarkJson = NonNullable<NodeJson['marks']>[number]

/** How a kind counted positions before an upgrade changed that. */
export interface OldShape {
  /** Leaf: nothing inside; text: a line of words; blocks: others inside. */
  readonly holds: 'nothing' | 'text' | 'blocks'
  readonly isInline?: boolean
}

/**
 * One change in the form of stored content: what was written before it is read as if it had been written after it. An
 * upgrade stands beside the kind it changes, and is never edited once content of its version may be stored anywhere.
 */
export interface Upgrade {
  /** Says what changes, such as `picture-width-percent`. */
  readonly name: string
  /** The kind that changes, by the name it had before. */
  readonly kind: string
  /**
   * What a node of the kind becomes; settings may be missing (they are the defaults of their time), and must stay
   * missing then. Several, or none, only when positions change.
   */
  readonly node?: (old: NodeJson) => readonly NodeJson[]
  /** What a mark of the kind becomes; null when it goes. */
  readonly mark?: (old: MarkJson) => MarkJson | null
  /**
   * Every position in a page means the same after it: the log can be read on, step by step. Else a new epoch of the log
   * begins.
   */
  readonly keepsPositions: boolean
  /** Kinds that counted positions otherwise before, by their names then; for reading the log of the old epoch. */
  readonly oldShapes?: Readonly<Record<string, OldShape>>
  /** Content before and after, for the test that runs every upgrade: blocks, as a page held them. */
  readonly examples: readonly { readonly before: NodeJson; readonly after: readonly NodeJson[] }[]
}
