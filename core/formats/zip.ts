import { strToU8, zipSync, type Zippable } from 'fflate'
import type { Files } from './book.ts'

/** Files as a ZIP archive; pictures are packed already and go in as they are. */
export function zipFiles(files: Files): Uint8Array {
  return zipSync(packed(files))
}

/**
 * The same for EPUB: the type comes first and as it is, so that whoever looks at the first bytes knows what this is
 * (OCF, “Zip Container”).
 */
export function zipEpub({ mimetype = '', ...others }: Files): Uint8Array {
  return zipSync({ mimetype: [strToU8(String(mimetype)), { level: 0 }], ...packed(others) })
}

function packed(files: Files): Zippable {
  return Object.fromEntries(
    Object.entries(files).map(([path, content]) => [
      path,
      typeof content === 'string' ? strToU8(content) : [content, { level: 0 as const }],
    ]),
  )
}
