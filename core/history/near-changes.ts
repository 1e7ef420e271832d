import type { ComparedBlock } from './compare.ts'

/** What differs with the block before and after; how many blocks between are alike. */
export type NearChange = ComparedBlock | { readonly alike: number }

/** Long stretches without a difference as their number. */
export function nearChanges(blocks: readonly ComparedBlock[]): NearChange[] {
  const shown: NearChange[] = []
  blocks.forEach((block, at) => {
    const isNear = [at - 1, at, at + 1].some((index) => blocks[index] && blocks[index].type !== 'same')
    const last = shown.at(-1)
    if (isNear) shown.push(block)
    else if (last && 'alike' in last) shown[shown.length - 1] = { alike: last.alike + 1 }
    else shown.push({ alike: 1 })
  })
  return shown
}
