/** What others have done with entries, and who links to them: what is lost from sight when they are deleted. */
export interface Uses {
  /** People who handed something in. */
  readonly handedIn: number
  /** People who answered questions in them. */
  readonly answered: number
  /** Posts and comments that stand under them. */
  readonly posts: number
  /** Titles of what links to them from elsewhere in the course, the first few, and how many there are. */
  readonly linkedFrom: readonly string[]
  readonly links: number
}

export const NO_USES: Uses = { handedIn: 0, answered: 0, posts: 0, linkedFrom: [], links: 0 }

const counted = (count: number, one: string, many: string): string => `${count} ${count === 1 ? one : many}`

/** One sentence a use; empty when nobody has done anything with them and nothing links to them. */
export function usesWords({ handedIn, answered, posts, linkedFrom, links }: Uses): string[] {
  const named = linkedFrom.map((title) => `“${title}”`).join(', ')
  const more = links - linkedFrom.length
  return [
    ...(handedIn > 0 ? [`${counted(handedIn, 'person has', 'people have')} handed in work.`] : []),
    ...(answered > 0 ? [`${counted(answered, 'person has', 'people have')} answered questions.`] : []),
    ...(posts > 0 ? [`${counted(posts, 'post or comment stands', 'posts and comments stand')} under it.`] : []),
    ...(links > 0
      ? [`${counted(links, 'place links', 'places link')} to it: ${named}${more > 0 ? ` and ${more} more` : ''}.`]
      : []),
  ]
}
