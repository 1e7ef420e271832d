import type { Diagnostic } from './diagnostic.ts'
import type { Source } from './written.ts'

/** One thing that is looked for in every source. The name of its file is its id. */
export interface SourceCheck {
  readonly id: string
  /** The rules by which its diagnostics are named. */
  readonly finds: readonly string[]
  /** Why it matters, and for whom, to the author. */
  readonly why: string
  readonly look: (source: Source) => Diagnostic[]
  /** Sources about which it is quiet. */
  readonly good: readonly string[]
  /**
   * Sources in which it finds something: what, as line and rule, and the source after the first repair; null where only
   * the author can know what was meant.
   */
  readonly bad: readonly { readonly html: string; readonly told: readonly string[]; readonly repaired: string | null }[]
}
