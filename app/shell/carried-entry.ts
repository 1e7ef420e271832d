import { z } from 'zod'

const TYPE = 'application/x-fieldstone-entry'

/** An entry of the plan on its way with the mouse. */
const carriedEntry = z.object({ id: z.string().regex(/^[\w-]{1,60}$/), title: z.string().min(1) })
export type CarriedEntry = z.infer<typeof carriedEntry>

/** Lets a mouse carry an entry; elsewhere than on a sheet it is its address, as any link is. */
export function carryEntry(data: DataTransfer, entry: CarriedEntry): void {
  data.setData(TYPE, JSON.stringify(entry))
  data.effectAllowed = 'copyLink'
}

/** The entry that a mouse carries; null when it carries none. */
export function entryCarried(data: DataTransfer | null): CarriedEntry | null {
  try {
    return carriedEntry.parse(JSON.parse(data?.getData(TYPE) ?? ''))
  } catch {
    return null
  }
}
