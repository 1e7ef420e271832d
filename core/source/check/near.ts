/** So many names are compared with, and for so many others: who has more of either needs no hint. */
const MOST_NAMES = 500
const MOST_ASKED = 300

/** Of some names the one that differs least from another: by `alike` in nothing, or in at most two letters; or null. */
export function nearestOf(names: Iterable<string>, alike: (name: string) => string): (name: string) => string | null {
  const candidates = [...names].slice(0, MOST_NAMES).map((name) => ({ name, plain: alike(name) }))
  const known = new Map<string, string | null>()
  return (asked) => {
    if (known.has(asked) || known.size >= MOST_ASKED) return known.get(asked) ?? null
    const plain = alike(asked)
    let best: string | null = null
    let least = 3
    for (const candidate of candidates) {
      const away = candidate.plain === plain ? 0 : distance(candidate.name, asked, least)
      if (away < least) [best, least] = [candidate.name, away]
    }
    known.set(asked, best)
    return best
  }
}

/**
 * Levenshtein distance of two names, given up at `most`: only the band of that width around the diagonal is looked at
 * (Ukkonen 1985).
 */
function distance(a: string, b: string, most: number): number {
  if (Math.abs(a.length - b.length) >= most || a.length > 100) return most
  let row = Array.from({ length: b.length + 1 }, (_, at) => at)
  for (let i = 1; i <= a.length; i++) {
    const next: number[] = Array.from({ length: b.length + 1 }, () => most)
    next[0] = i
    let least = i
    for (let j = Math.max(1, i - most); j <= Math.min(b.length, i + most); j++) {
      next[j] = Math.min(row[j]! + 1, next[j - 1]! + 1, row[j - 1]! + (a[i - 1] === b[j - 1] ? 0 : 1))
      least = Math.min(least, next[j]!)
    }
    if (least >= most) return most
    row = next
  }
  return row[b.length]!
}
