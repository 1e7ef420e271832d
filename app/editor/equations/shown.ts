import type { mathmlOf } from '../../../core/equations/math.ts'

/** MathML as a string, or why there is none; null while what sets it is still fetched. */
export type Shown = ReturnType<typeof mathmlOf> | null

let setter: typeof mathmlOf | null = null

/** What sets formulas comes with the first equation, not with the sheet. */
async function fetchSetter(): Promise<void> {
  setter = (await import('../../../core/equations/math.ts')).mathmlOf
}

/** A formula as it will be published; `onFetched` is told when there is something to set it. */
export function shown(tex: string, isDisplay: boolean, onFetched: () => void): Shown {
  if (setter) return setter(tex, isDisplay)
  fetchSetter().then(onFetched, () => undefined)
  return null
}
