/** A place name from words: letters and digits in lower case, hyphens between. Never empty. */
export function slug(words: string): string {
  const name = words
    .normalize('NFC')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 60)
    .toWellFormed()
  return name === '' ? 'part' : name
}
