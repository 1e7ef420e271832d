/** A dialog over the plan. */
export type Dialog =
  | { readonly type: 'save template'; readonly id: string }
  | { readonly type: 'use template' }
  | { readonly type: 'export'; readonly id: string }
  | { readonly type: 'import' }
  | { readonly type: 'turn'; readonly id: string }

/** Where the plan opens with a dialog about an entry. */
export function dialogAddress(
  courseId: string,
  { type, id }: { readonly type: 'save template' | 'export'; readonly id: string },
): string {
  return `/courses/${courseId}/plan?${new URLSearchParams({ do: type, of: id })}`
}

/** The dialog that an address of the plan opens with; null for none. */
export function dialogOf(search: URLSearchParams): Dialog | null {
  const [type, id] = [search.get('do'), search.get('of')]
  return id !== null && (type === 'save template' || type === 'export') ? { type, id } : null
}
