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
}
