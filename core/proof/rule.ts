import type { Node } from 'prosemirror-model'
import type { Transform } from 'prosemirror-transform'

/** How much it matters, in our words: *Blocks someone*, *Get this right*, *Worth a look*. */
export type Severity = 'blocks' | 'right' | 'look'

/** A way to put a finding right. With `asks`, the author gives words for it. */
export interface RepairOffer {
  readonly id: string
  readonly label: string
  readonly asks?: string
}

/**
 * Where a rule found something. `passage` is what the finding is about: while it stays the same, so does the finding.
 */
export interface Place {
  readonly from: number
  readonly to: number
  readonly message: string
  readonly passage: string
}

/** What a page does not say by itself. */
export interface Known {
  /** The ids of what stands in the course; null where that is not known. */
  readonly entries: ReadonlySet<string> | null
}

export const NOTHING_KNOWN: Known = { entries: null }

export interface Example {
  /** Source HTML of the body. */
  readonly html: string
  /** The body after the repair, for bad examples that have one. */
  readonly repaired?: string
  readonly repair?: string
  readonly words?: string
  /** What stands in the course; not known when left out. */
  readonly entries?: readonly string[]
}

/** One thing that is looked for in every page. The name of its file is its id. */
export interface Rule {
  readonly id: string
  readonly name: string
  readonly severity: Severity
  /** Why it matters, and for whom, to the author. */
  readonly why: string
  /** Success criterion of WCAG 2.2, number and name; null for what is common practice of editing. */
  readonly criterion: string | null
  readonly check: (page: Node, known: Known) => Place[]
  readonly repairs: readonly RepairOffer[]
  /** The change that a repair makes at a place that `check` gave for this very page; null when it does not apply. */
  readonly repair: (page: Node, place: Pick<Place, 'from' | 'to'>, id: string, words: string) => Transform | null
  readonly good: readonly Example[]
  readonly bad: readonly Example[]
}

/** What stands in the way of the same words being the same finding: nothing but the rule's own view of the passage. */
export function passageOf(node: Node): string {
  return JSON.stringify(node.toJSON())
}
