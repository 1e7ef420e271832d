import { upgraded } from '../../core/document/upgrade.ts'

/** A row with content and the version in which that was written. */
interface Stored {
  readonly schemaVersion: number
  readonly content: unknown
}

/** A row with its content as it would be written now: every row with content comes in by this door. */
export function asWrittenNow<Row>(row: Row): Row {
  const { content, schemaVersion } = row as Row & Stored
  if (schemaVersion === undefined) throw new Error('Content was read without the version in which it was written.')
  return { ...row, content: upgraded(content, schemaVersion) }
}
