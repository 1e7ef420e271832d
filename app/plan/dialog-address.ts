/** A dialog over the plan. */
export type Dialog =
  | { readonly sort: 'save template'; readonly id: string }
  | { readonly sort: 'use template' }
  | { readonly sort: 'take out'; readonly id: string }
  | { readonly sort: 'bring in' }

/** Where the plan opens with a dialog about an entry. */
export function dialogAddress(
  courseId: string,
  { sort, id }: { readonly sort: 'save template' | 'take out'; readonly id: string },
): string {
  return `/courses/${courseId}/plan?${new URLSearchParams({ do: sort, of: id })}`
}

/** The dialog that an address of the plan opens with; null for none. */
export function dialogOf(search: URLSearchParams): Dialog | null {
  const [sort, id] = [search.get('do'), search.get('of')]
  return id !== null && (sort === 'save template' || sort === 'take out') ? { sort, id } : null
}
