/** A typeface that ships: its name for authors, the families that CSS is given, what in other programs is like it. */
interface Face {
  readonly name: string
  readonly families: string
  readonly alike: RegExp
}

/** The typefaces that words of a page may be set in, beside the page's own. */
export const FACES = {
  serif: { name: 'Serif', families: "'Literata Variable', Georgia, serif", alike: /\bserif\b|roman|georgia|garamond/i },
  sans: {
    name: 'Without serifs',
    families: "'Atkinson Hyperlegible Next Variable', Arial, sans-serif",
    alike: /sans|arial|helvetica|verdana/i,
  },
  mono: {
    name: 'Typewriter',
    families: "'JetBrains Mono Variable', 'Courier New', monospace",
    alike: /mono|courier|typewriter/i,
  },
} as const satisfies Record<string, Face>
export type FaceName = keyof typeof FACES

/** The shipped typeface that is most like these families of CSS, which nobody has checked; null for none. */
export function safeFace(unsafeFamilies: string | undefined): FaceName | null {
  if (unsafeFamilies === undefined) return null
  // “sans-serif” holds the word “serif”, so the others are asked first.
  for (const face of ['mono', 'sans', 'serif'] as const)
    if (FACES[face].alike.test(unsafeFamilies.slice(0, 300))) return face
  return null
}
