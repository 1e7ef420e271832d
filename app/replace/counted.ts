/** So many of something, in English. */
export const counted = (count: number, one: string): string =>
  `${count.toLocaleString('en')} ${one}${count === 1 ? '' : 's'}`
