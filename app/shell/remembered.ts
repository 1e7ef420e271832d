/** What was chosen in this browser; null where nothing was, or the browser keeps nothing. */
export function remembered(name: string): string | null {
  try {
    return localStorage.getItem(`fieldstone-${name}`)
  } catch {
    return null
  }
}

/** Remembers a choice. In a browser that keeps nothing, or has no room, it holds until the page is left. */
export function remember(name: string, value: string): void {
  try {
    localStorage.setItem(`fieldstone-${name}`, value)
  } catch {
    // Nothing is lost but the choice.
  }
}

/** A list that was remembered as JSON; empty where that is no list of words. */
export function rememberedList(name: string): readonly string[] {
  try {
    const list: unknown = JSON.parse(remembered(name) ?? '[]')
    return Array.isArray(list) ? list.filter((each) => typeof each === 'string') : []
  } catch {
    return []
  }
}
