/** A name of a place that is not taken yet, and is from now on: with a number behind it where it is. */
export function freeId(name: string, taken: Set<string>): string {
  let id = name
  for (let number = 2; taken.has(id); number++) id = `${name}-${number}`
  taken.add(id)
  return id
}
