/** A name with its article, at the beginning of a sentence: “A box”, “An accordion”, “An HTML piece” (said “aitch”). */
export const withArticle = (name: string): string =>
  `${/^([aeiou]|[AEFHILMNORSX][A-Z])/.test(name) ? 'An' : 'A'} ${name}`
