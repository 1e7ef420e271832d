/** What deciding on sittings needs to know of a batch. */
export interface WrittenBatch {
  readonly personId: string | null
  /** When, in milliseconds. */
  readonly at: number
  readonly base: number
  readonly version: number
  readonly schemaVersion: number
}

/** A pause longer than this, in milliseconds, ends a sitting. */
export const PAUSE = 30 * 60 * 1000

/**
 * Consecutive batches of one person without a long pause, as one sitting each. A sitting never reaches over a version
 * in `boundaries`: snapshots stand there, and a page is replayed from them.
 */
export function sessions<Batch extends WrittenBatch>(
  batches: readonly Batch[],
  boundaries: ReadonlySet<number>,
): Batch[][] {
  const found: Batch[][] = []
  for (const batch of batches) {
    const last = found.at(-1)?.at(-1)
    const goesOn =
      last &&
      last.personId === batch.personId &&
      last.schemaVersion === batch.schemaVersion &&
      last.version === batch.base &&
      batch.at - last.at <= PAUSE &&
      !boundaries.has(batch.base)
    if (goesOn) found.at(-1)!.push(batch)
    else found.push([batch])
  }
  return found
}
