/** What one student made of an exercise: the share (0 to 1) of each question they answered, by its id. */
export type Sheet = ReadonlyMap<string, number>

export interface Performance {
  readonly questionId: string
  readonly answers: number
  /** The mean share, 0 to 1: how easy the question is (classical test theory: facility, difficulty index). */
  readonly facility: number
  /**
   * How well it tells strong from weak: the correlation of its shares with what the same students made of the other
   * questions (corrected item-total correlation; for right or wrong the point-biserial coefficient). Null when there
   * are fewer than three students, or nothing varies.
   */
  readonly discrimination: number | null
}

/** How each question performed over these students. */
export function performance(sheets: readonly Sheet[], questionIds: readonly string[]): Performance[] {
  return questionIds.map((questionId) => {
    const pairs = sheets.flatMap((sheet): [number, number][] => {
      const own = sheet.get(questionId)
      if (own === undefined) return []
      const others = [...sheet].filter(([id]) => id !== questionId).map(([, score]) => score)
      return [[own, others.length === 0 ? NaN : mean(others)]]
    })
    const withOthers = pairs.filter(([, rest]) => !Number.isNaN(rest))
    return {
      questionId,
      answers: pairs.length,
      facility: pairs.length === 0 ? 0 : mean(pairs.map(([own]) => own)),
      discrimination: withOthers.length < 3 ? null : correlation(withOthers),
    }
  })
}

const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length

/** Pearson's correlation coefficient; null when one side does not vary. */
function correlation(pairs: readonly (readonly [number, number])[]): number | null {
  const [meanA, meanB] = [mean(pairs.map(([a]) => a)), mean(pairs.map(([, b]) => b))]
  let [ab, aa, bb] = [0, 0, 0]
  for (const [a, b] of pairs) {
    ab += (a - meanA) * (b - meanB)
    aa += (a - meanA) ** 2
    bb += (b - meanB) ** 2
  }
  return aa < 1e-12 || bb < 1e-12 ? null : ab / Math.sqrt(aa * bb)
}
