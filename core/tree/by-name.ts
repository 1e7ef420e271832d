/**
 * A table of what is known by name, for names that nobody has checked: what it does not hold is undefined, even where
 * every object has something of that name (`constructor`).
 */
export const byName = <Value>(entries: Readonly<Record<string, Value>>): Readonly<Record<string, Value | undefined>> =>
  Object.freeze(Object.assign(Object.create(null) as Record<string, Value>, entries))
