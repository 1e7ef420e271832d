import { fileTypeFromBuffer } from 'file-type'
import { PICTURE_TYPES, type PictureType } from '../../core/media/pictures.ts'

/**
 * What bytes are, by themselves: a picture of a type that pages show, or something else. `ending` is that of files of
 * such a type, in capitals, as people know them.
 */
export type Sniffed =
  | { readonly kind: 'picture'; readonly type: PictureType }
  | {
      readonly kind: 'other'
      readonly called: 'text' | 'unknown' | 'other'
      readonly ending: string
      readonly type: string
    }

/** Looks at the first bytes of a file. Its name and what the browser says of it count for nothing. */
export async function sniff(start: Buffer): Promise<Sniffed> {
  const found = await fileTypeFromBuffer(start)
  if (found && found.mime in PICTURE_TYPES) return { kind: 'picture', type: found.mime as PictureType }
  if (isSvg(start)) return { kind: 'picture', type: 'image/svg+xml' }
  if (found) return { kind: 'other', called: 'other', ending: found.ext.toUpperCase(), type: found.mime }
  return isText(start)
    ? { kind: 'other', called: 'text', ending: '', type: 'text/plain' }
    : { kind: 'other', called: 'unknown', ending: '', type: 'application/octet-stream' }
}

/** An SVG begins with its element, after an XML declaration, comments and a doctype. */
function isSvg(start: Buffer): boolean {
  const text = start.toString('utf8').replace(/^\ufeff/, '')
  return /^\s*(<\?xml[^>]*\?>\s*)?(<!--[^]*?-->\s*)*(<!doctype svg[^>]*>\s*)?(<!--[^]*?-->\s*)*<svg[\s>]/i.test(text)
}

function isText(start: Buffer): boolean {
  return !start.includes(0) && start.toString('utf8').includes('\ufffd') === false
}
