/** Keeps what was made last, by name: what is asked for again is not made again. */
export function keepingLatest<Made>(most: number): (name: string, make: () => Made) => Made {
  const all = new Map<string, Made>()
  return (name, make) => {
    const made = all.get(name) ?? make()
    // What was asked for last stands last, and goes last.
    all.delete(name)
    all.set(name, made)
    if (all.size > most) all.delete(all.keys().next().value!)
    return made
  }
}
