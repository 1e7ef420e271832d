/** What is typed within this time of the letter before belongs to the same word, in milliseconds. */
const TOGETHER = 700

export interface TypeAhead {
  /**
   * Which of the names the letters typed so far begin, seen from where one is; -1 when none does, or the key is not a
   * letter. The same letter again goes to the next that begins with it (ARIA Authoring Practices, “Tree View”).
   */
  find: (
    event: Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'altKey'>,
    names: readonly string[],
    at: number,
  ) => number
}

/** Finds in a list by the first letters of a name, typed in quick succession. */
export function typeAhead(now: () => number = Date.now): TypeAhead {
  let typed = ''
  let last = 0
  return {
    find: ({ key, ctrlKey, metaKey, altKey }, names, at) => {
      if ([...key].length !== 1 || ctrlKey || metaKey || altKey || (key === ' ' && typed === '')) return -1
      if (now() - last > TOGETHER) typed = ''
      last = now()
      typed += key.toLocaleLowerCase()
      const isOneLetter = [...typed].every((letter) => letter === [...typed][0])
      const wanted = isOneLetter ? [...typed][0]! : typed
      // A word that goes on may still mean where one is; one letter alone means the next.
      const first = isOneLetter ? at + 1 : at
      for (let step = 0; step < names.length; step++) {
        const index = (first + step + names.length) % names.length
        if (names[index]?.toLocaleLowerCase().startsWith(wanted)) return index
      }
      return -1
    },
  }
}
