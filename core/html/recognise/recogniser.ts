import type { HtmlElement, HtmlNode } from '../../tree/tree.ts'

/** A run of neighbouring nodes in one parent that are a piece written by hand, and what stands in their place. */
export interface Recognised {
  /** How many nodes of the run, from the one that was asked about. */
  readonly count: number
  readonly replacement: HtmlElement
  /** What it was taken for, as a sentence. */
  readonly message: string
}

/**
 * One usual way in which a piece is written by hand. `recognise` looks at the node at `index` and those that follow;
 * it gives back null when it is none of its own. Our own way of writing is never asked about.
 */
export interface Recogniser {
  readonly name: string
  readonly recognise: (siblings: readonly HtmlNode[], index: number) => Recognised | null
}
