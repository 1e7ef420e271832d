import { toBase64 } from '../media/base64.ts'
import { PICTURE_TYPES, pictureAddress } from '../media/pictures.ts'

/** The most pictures of one file. */
export const MOST_PICTURES_IN_FILE = 40

const OWN = /(?<= src=")\/files\/([\w-]{1,60})\/\d+(?=")/g
/** How the address of a picture begins that is in the file itself, and what ends one. */
const BEGINS = /\ssrc\s*=\s*["']?(?=data:image\/)/gi
const ENDS = /["'\s>]/g

/** HTML with its pictures in it (RFC 2397, “data” URLs), by what is known of each item; others stay addresses. */
export const withPicturesIn = (
  html: string,
  known: ReadonlyMap<string, { readonly mediaType: string; readonly bytes: Uint8Array }>,
): string =>
  html.replace(OWN, (address, item: string) => {
    const picture = known.get(item)
    return picture && picture.mediaType in PICTURE_TYPES
      ? `data:${picture.mediaType};base64,${toBase64(picture.bytes)}`
      : address
  })

/** A picture that stood in HTML, by the id of the item that stands for it there now; nobody has looked at it. */
export interface HeldPicture {
  readonly item: string
  /** A `data:` address. */
  readonly unsafeAddress: string
}

/**
 * Takes pictures out of HTML that nobody has checked: an item of a shelf stands for each, so that what is left is short
 * and is read like any other page.
 */
export function picturesApart(unsafeHtml: string): {
  readonly html: string
  readonly pictures: readonly HeldPicture[]
} {
  const items = new Map<string, string>()
  let html = ''
  let done = 0
  // Found by where they begin and end: a pattern for all of one would be as deep as the picture is long.
  for (const { index, 0: before } of unsafeHtml.matchAll(BEGINS)) {
    const from = index + before.length
    if (from < done) continue
    ENDS.lastIndex = from
    const to = ENDS.exec(unsafeHtml)?.index ?? unsafeHtml.length
    const unsafeAddress = unsafeHtml.slice(from, to)
    if (!items.has(unsafeAddress) && items.size < MOST_PICTURES_IN_FILE)
      items.set(unsafeAddress, `in-file-${items.size}`)
    const item = items.get(unsafeAddress)
    html += unsafeHtml.slice(done, from) + (item === undefined ? '' : pictureAddress(item, 1))
    done = to
  }
  const pictures = [...items].map(([unsafeAddress, item]) => ({ item, unsafeAddress }))
  return { html: html + unsafeHtml.slice(done), pictures }
}
