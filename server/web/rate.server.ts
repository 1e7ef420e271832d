/** How often one person may do something in a minute, in one process: far more than anybody does by hand. */
export const MOST_A_MINUTE = {
  post: 30,
  preview: 90,
  draft: 120,
  batch: 1500,
  upload: 120,
  outside: 60,
  reset: 10,
} as const
export type Counted = keyof typeof MOST_A_MINUTE

const MINUTE = 60_000

/** What somebody may still do: a bucket that fills again as time goes by. */
interface Bucket {
  left: number
  at: number
}
const buckets = new Map<string, Bucket>()

/**
 * Counts one deed of a person, and says whether there were too many of its kind. The clock only goes forward: one that
 * is set back must shut nobody out.
 */
export function isTooOften(personId: string, what: Counted, now = performance.now()): boolean {
  const most = MOST_A_MINUTE[what]
  const key = `${what} ${personId}`
  const bucket = buckets.get(key) ?? { left: most, at: now }
  bucket.left = Math.min(most, bucket.left + ((now - bucket.at) * most) / MINUTE)
  bucket.at = now
  buckets.set(key, bucket)
  if (bucket.left < 1) return true
  bucket.left--
  return false
}

// Whoever has been away for a while has a full bucket, which need not be remembered.
setInterval(() => {
  const now = performance.now()
  for (const [key, { at }] of buckets) if (now - at > MINUTE) buckets.delete(key)
}, MINUTE).unref()
