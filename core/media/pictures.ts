/** Widths, in CSS pixels, in which a picture is kept for readers; none is made larger than it is. */
export const RENDITION_WIDTHS = [480, 960, 1920] as const
/** The most bytes of one file. */
export const MOST_FILE = 100 * 1024 * 1024
/** The most pixels of one picture: 16,384 x 6,144, more than any screen or print of a page needs. */
export const MOST_PIXELS = 100_000_000

export const PICTURE_TYPES = {
  'image/png': 'PNG',
  'image/jpeg': 'JPEG',
  'image/gif': 'GIF',
  'image/webp': 'WebP',
  'image/avif': 'AVIF',
  'image/svg+xml': 'SVG',
} as const
export type PictureType = keyof typeof PICTURE_TYPES

/** The widths that exist for a picture of this width: those below it, and the first that is not. */
export function widthsFor(width: number): number[] {
  const smaller = RENDITION_WIDTHS.filter((each) => each < width)
  const last = RENDITION_WIDTHS[smaller.length]
  return [...smaller, Math.min(width, last ?? RENDITION_WIDTHS.at(-1)!)].filter(
    (each, at, all) => all.indexOf(each) === at,
  )
}

/** The address of a shelf item's picture at a width. */
export function pictureAddress(item: string, width: number): string {
  return `/files/${item}/${width}`
}

/**
 * True when words are the name of a file, or what a camera or program calls every picture: they say nothing of what it
 * shows.
 */
export function nameSaysNothing(words: string): boolean {
  const name = words.trim().toLowerCase()
  if (/\.(png|jpe?g|gif|webp|avif|svg|bmp|tiff?|heic)$/.test(name)) return true
  return (
    /^(image|img|picture|photo|photograph|screenshot|screen shot|dsc|dscn|pxl|scan|untitled|unnamed|graphic|drawing)?[\s_\-()]*\d*[\s_\-()\d]*$/.test(
      name,
    ) || /^[0-9a-f-]{16,}$/.test(name)
  )
}
