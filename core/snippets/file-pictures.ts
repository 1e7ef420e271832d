import { toBase64 } from '../media/base64.ts'
import { bytesOfAddress } from '../paste/picture-bytes.ts'
import { PICTURE_TYPES, pictureAddress } from '../media/pictures.ts'

/** The most pictures of one file. */
export const MOST_PICTURES_IN_FILE = 40

const OWN = /(?<= src=")\/files\/([\w-]{1,60})\/\d+(?=")/g
const HELD = /(?<=\ssrc\s*=\s*["']?)data:image\/[^"'\s>]{1,16000000}/gi

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

/** A picture that stood in HTML, by the id of the item that stands for it there now; nobody has looked at its bytes. */
export interface HeldPicture {
  readonly item: string
  readonly unsafeBytes: Uint8Array
}

/**
 * Takes pictures out of HTML that nobody has checked: an item of a shelf stands for each, so that what is left is short
 * and is read like any other page.
 */
export function picturesApart(unsafeHtml: string): {
  readonly html: string
  readonly pictures: readonly HeldPicture[]
} {
  const items = new Map<string, HeldPicture>()
  const html = unsafeHtml.replace(HELD, (address) => {
    const before = items.get(address)
    if (before) return pictureAddress(before.item, 1)
    if (items.size >= MOST_PICTURES_IN_FILE) return ''
    const unsafeBytes = bytesOfAddress(address)?.bytes
    if (!unsafeBytes) return ''
    const item = `in-file-${items.size}`
    items.set(address, { item, unsafeBytes })
    return pictureAddress(item, 1)
  })
  return { html, pictures: [...items.values()] }
}
