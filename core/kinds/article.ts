/** A name with its article: “a box”, “an accordion”, “an HTML piece” (the letter is said “aitch”). */
export const withArticle = (name: string): string =>
  `${/^([aeiou]|[AEFHILMNORSX][A-Z])/.test(name) ? 'an' : 'a'} ${name}`

/** The same at the beginning of a sentence. */
export const withCapitalArticle = (name: string): string => {
  const words = withArticle(name)
  return `${words.charAt(0).toUpperCase()}${words.slice(1)}`
}
