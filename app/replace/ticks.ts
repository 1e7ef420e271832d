import type { FoundPage } from './use-search.ts'

/** Which places are to be changed: all but some, or none but some. */
export interface Ticks {
  readonly isAll: boolean
  readonly but: ReadonlySet<string>
}

export const ALL: Ticks = { isAll: true, but: new Set() }

export const isTicked = ({ isAll, but }: Ticks, key: string): boolean => isAll !== but.has(key)

/** The same with these places ticked or not. */
export function ticked({ isAll, but }: Ticks, keys: readonly string[], areTicked: boolean): Ticks {
  const rest = new Set(but)
  for (const key of keys)
    if (areTicked === isAll) rest.delete(key)
    else rest.add(key)
  return { isAll, but: rest }
}

/** The pages in which places are ticked, with those alone. */
export const tickedOf = (pages: readonly FoundPage[], ticks: Ticks): FoundPage[] =>
  pages.flatMap(({ page, places }) => {
    const chosen = places.filter(({ key }) => isTicked(ticks, key))
    return chosen.length === 0 ? [] : [{ page, places: chosen }]
  })
