/** So many of a thing, as authors read it: words whose plural takes an s. */
export const plural = (count: number, one: string): string =>
  `${count.toLocaleString('en')} ${one}${count === 1 ? '' : 's'}`
