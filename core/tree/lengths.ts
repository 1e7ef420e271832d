/** A length in whole CSS pixels; null where it is none, or one that depends on something else. */
export function pixels(
  unsafeLength: string | undefined,
  whole: (pixels: number) => number = Math.round,
): number | null {
  const parts = /^\s*([\d.]+)\s*(px|pt|in|cm)?\s*$/i.exec(unsafeLength ?? '')
  const per = { px: 1, pt: 96 / 72, in: 96, cm: 96 / 2.54 }[(parts?.[2]?.toLowerCase() ?? 'px') as 'px']
  const length = whole(Number(parts?.[1]) * per)
  return parts && Number.isFinite(length) ? length : null
}

/** A width as whole percent; null where it is none. */
export function percentage(unsafeLength: string | undefined): number | null {
  const number = Number(/^\s*([\d.]+)%\s*$/.exec(unsafeLength ?? '')?.[1])
  return Number.isFinite(number) && number > 0 ? Math.round(number) : null
}
