import { isUtf8 } from 'node:buffer'
import { unzipSync } from 'fflate'
import type { ImportFormat } from '../../core/formats/transfer.ts'

export type FoundFormat =
  { readonly ok: true; readonly format: ImportFormat } | { readonly ok: false; readonly reason: string }

/**
 * What a document is. An archive tells by what is in it, whatever its name says; text that is not marked as HTML is
 * Markdown when its name says nothing else. Looks at names in the archive alone, unpacks nothing.
 */
export function formatOf(name: string, bytes: Buffer): FoundFormat {
  const refuse = (words: string): FoundFormat => ({ ok: false, reason: notKnown(name, words) })
  if (bytes.subarray(0, 2).toString('latin1') === 'PK') {
    const names = namesIn(bytes)
    if (names === null)
      return {
        ok: false,
        reason: `“${name}” is damaged, or was cut off on its way. Save it again in the program it came from, then try again.`,
      }
    if (names.includes('word/document.xml')) return { ok: true, format: 'word' }
    if (names.includes('META-INF/container.xml')) return { ok: true, format: 'epub' }
    if (names.some((each) => /\.(md|markdown)$/i.test(each))) return { ok: true, format: 'markdown' }
    return refuse('an archive without a text that is known here')
  }
  const reason = whyNoDocument(name, bytes)
  if (reason !== null) return { ok: false, reason }
  if (!isUtf8(bytes) || bytes.includes(0)) return refuse(NO_TEXT)
  const start = bytes
    .subarray(0, 4096)
    .toString('utf8')
    .replace(/^\ufeff/, '')
  return {
    ok: true,
    format: /\.(html?|xhtml)$/i.test(name) || /^\s*(<!doctype html|<html)/i.test(start) ? 'html' : 'markdown',
  }
}

/** Why a file that begins so is no document that can be brought in; null when it may be one. */
export function whyNoDocument(name: string, start: Buffer): string | null {
  if (start.subarray(0, 2).toString('latin1') === 'PK') return null
  if (start.subarray(0, 8).toString('hex') === 'd0cf11e0a1b11ae1')
    return `“${name}” is a document of older Word (.doc). Save it as .docx first.`
  return start.includes(0) ? notKnown(name, NO_TEXT) : null
}

const NO_TEXT = 'no text in UTF-8, and nothing else that is known here'
const notKnown = (name: string, words: string): string =>
  `“${name}” is ${words}. What can be imported: Word (.docx), EPUB, Markdown (.md, or a .zip of .md files with their pictures), HTML.`

function namesIn(bytes: Buffer): string[] | null {
  const names: string[] = []
  try {
    unzipSync(bytes, { filter: ({ name }) => (names.push(name), false) })
    return names
  } catch {
    return null
  }
}
