/** Listeners of this process by topic: what has changed is told by its name alone, whoever wants to know more asks. */
const listeners = new Map<string, Set<() => void>>()

/** Calls `listener` whenever any process says that the topic has changed. Gives back how to stop. */
export function listenTo(topic: string, listener: () => void): () => void {
  const set = listeners.get(topic) ?? new Set()
  listeners.set(topic, set.add(listener))
  return () => {
    set.delete(listener)
    if (set.size === 0) listeners.delete(topic)
  }
}

/** To be called by whoever hears of it from the database. */
export function topicChanged(topic: string): void {
  for (const listener of listeners.get(topic) ?? []) listener()
}

/** After a pause without news: everybody looks again. */
export function allTopicsChanged(): void {
  for (const topic of listeners.keys()) topicChanged(topic)
}
