import { cleanText } from '../../tree/characters.ts'

/** The longest formula, in UTF-16 units. */
export const MOST_TEX = 4000

/** A formula without what no text may hold; null when nothing is left of it, or too much. */
export function safeTex(unsafeTex: string): string | null {
  const tex = cleanText(unsafeTex).trim()
  return tex === '' || tex.length > MOST_TEX ? null : tex
}
