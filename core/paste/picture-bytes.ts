/** The bytes of a picture that came with a clipboard, and what it says they are. */
export interface PictureBytes {
  /** A media type, as it was said: the server looks at the bytes themselves. */
  readonly type: string
  readonly bytes: Uint8Array<ArrayBuffer>
}

/** The bytes in a `data:` address (RFC 2397); null where it holds none, or none that can be read. */
export function bytesOfAddress(unsafeAddress: string): PictureBytes | null {
  const [, type = '', form, data = ''] =
    /^data:(image\/[\w.+-]+)(?:;[\w-]+=[^;,]*)*(;base64)?,([^]*)$/i.exec(unsafeAddress) ?? []
  if (data === '') return null
  try {
    const words = decodeURIComponent(data)
    if (!form) return { type: type.toLowerCase(), bytes: new TextEncoder().encode(words) }
    const signs = atob(words.replace(/\s+/g, ''))
    return { type: type.toLowerCase(), bytes: Uint8Array.from(signs, (sign) => sign.charCodeAt(0)) }
  } catch {
    return null
  }
}

/** Groups of a rich text document whose pictures do not stand in its text, or stand there a second time. */
const ASIDE = new Set(['nonshppict', 'listpicture', 'background', 'header', 'footer', 'object', 'fonttbl', 'info'])

/**
 * The pictures of a text in Rich Text Format (RTF Specification 1.9.1, “Pictures”), in their order; null in the place
 * of one that is neither PNG nor JPEG. Word processors put them on the clipboard in this form alone.
 */
export function picturesOfRtf(unsafeRtf: string): (PictureBytes | null)[] {
  const found: (PictureBytes | null)[] = []
  const groups: { isAside: boolean; picture: { type: string; hex: string[] } | null }[] = []
  const TOKEN = /([{}])|\\([a-z]+)(-?\d+)? ?|\\[^a-z]|([0-9a-f\s]+)|[^\\{}]/gi
  for (const [, brace, word, size, signs] of unsafeRtf.matchAll(TOKEN)) {
    const group = groups.at(-1)
    if (brace === '{') groups.push({ isAside: group?.isAside ?? false, picture: null })
    else if (brace === '}') {
      const { picture } = groups.pop() ?? {}
      if (picture) found.push(pictureOf(picture))
    } else if (!group) continue
    else if (word === 'pict' && !group.isAside) group.picture = { type: '', hex: [] }
    else if (word !== undefined && ASIDE.has(word)) group.isAside = true
    else if (group.picture && (word === 'pngblip' || word === 'jpegblip'))
      group.picture.type = word === 'pngblip' ? 'image/png' : 'image/jpeg'
    // Bytes that stand there as they are do not survive a clipboard of text.
    else if (group.picture && word === 'bin' && size !== undefined) group.picture.type = ''
    else if (group.picture && signs !== undefined) group.picture.hex.push(signs.replace(/\s+/g, ''))
  }
  return found
}

function pictureOf({ type, hex }: { type: string; hex: readonly string[] }): PictureBytes | null {
  const signs = hex.join('')
  if (type === '' || signs.length < 2 || signs.length % 2 === 1) return null
  const bytes = new Uint8Array(signs.length / 2)
  for (let at = 0; at < bytes.length; at++) bytes[at] = Number.parseInt(signs.slice(2 * at, 2 * at + 2), 16)
  return { type, bytes }
}
