/** A change of the text: what stands from `from` to `to` (UTF-16 offsets) gives way to `insert`. */
export interface TextEdit {
  readonly from: number
  readonly to: number
  readonly insert: string
}

/** One way to put a fault right. */
export interface SourceRepair {
  /** What it does, as a button says it. */
  readonly label: string
  /** In order, none touching another. */
  readonly edits: readonly TextEdit[]
}

/** Something in the source that an author should know. Lines and columns count from 1, offsets from 0. */
export interface Diagnostic {
  readonly rule: string
  /** `error`: readers get something else than was meant. `warning`: works, but should not be written so. */
  readonly severity: 'error' | 'warning'
  readonly message: string
  readonly line: number
  readonly column: number
  readonly from: number
  readonly to: number
  readonly repairs: readonly SourceRepair[]
  /** So much of the text has to be read to see what browsers make of it, by offsets. */
  readonly passage?: { readonly from: number; readonly to: number }
}

/** A diagnostic with what an author is told besides. */
export interface SourceFinding extends Diagnostic {
  /** Why it matters, and for whom. */
  readonly why: string
  /** What browsers make of its passage, as HTML; not there where that is what stands there. */
  readonly made?: string
}
