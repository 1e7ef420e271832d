import { z } from 'zod'
import { questionKind } from '../../core/questions/kinds/registry.ts'

const filter = z.object({
  folder: z.string().max(60).nullable().catch(null),
  kind: questionKind.nullable().catch(null),
  words: z.string().max(200).catch(''),
})
/** Which questions of a bank an address asks for. */
export type AskedFilter = z.infer<typeof filter>

export const askedFilter = (search: URLSearchParams): AskedFilter =>
  filter.parse({ folder: search.get('folder'), kind: search.get('kind'), words: search.get('words') ?? '' })

/** The same as part of an address. */
export function filterSearch({ folder, kind, words }: AskedFilter): string {
  const search = new URLSearchParams()
  if (folder !== null) search.set('folder', folder)
  if (kind !== null) search.set('kind', kind)
  if (words !== '') search.set('words', words)
  return search.size === 0 ? '' : `?${search.toString()}`
}
