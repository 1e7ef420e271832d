import { unzipSync } from 'fflate'
import { isCleanLine } from '../tree/characters.ts'

/** The most files, and the most bytes when unpacked, that an archive may hold. */
export const MOST_ENTRIES = 20_000
export const MOST_UNPACKED = 300 * 1024 * 1024

export type Archive =
  | { readonly ok: true; readonly files: ReadonlyMap<string, Uint8Array> }
  | { readonly ok: false; readonly reason: string }

/**
 * The files of a ZIP archive (as Word documents and EPUB are) by their paths. Nothing is unpacked before all its names
 * and sizes have been looked at: a name that leads out of the archive, more files or more bytes than allowed, and it is
 * refused. Each file takes no more memory than its entry says, whatever its bytes unpack to.
 */
export function readArchive(bytes: Uint8Array): Archive {
  let count = 0
  let total = 0
  let problem: string | null = null
  const files = new Map<string, Uint8Array>()
  try {
    // The first look: names and sizes alone.
    unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        count++
        total += originalSize
        problem ??= badName(name)
        return false
      },
    })
    if (problem !== null) return { ok: false, reason: problem }
    if (count === 0) return { ok: false, reason: 'The file holds nothing.' }
    if (count > MOST_ENTRIES)
      return {
        ok: false,
        reason: `The file holds ${count.toLocaleString('en')} files; at most ${MOST_ENTRIES.toLocaleString('en')} can be read.`,
      }
    if (total > MOST_UNPACKED)
      return {
        ok: false,
        reason: `Unpacked, the file would be ${Math.round(total / 1024 / 1024).toLocaleString('en')} MB; at most ${MOST_UNPACKED / 1024 / 1024} MB can be read.`,
      }
    for (const [name, content] of Object.entries(unzipSync(bytes))) if (!name.endsWith('/')) files.set(name, content)
  } catch {
    return {
      ok: false,
      reason:
        'The file is damaged, or was cut off on its way. Save it again in the program it came from, then try again.',
    }
  }
  return { ok: true, files }
}

function badName(name: string): string | null {
  const shown = name.slice(0, 80)
  if (name.split(/[/\\]/).includes('..') || /^[/\\]|^[a-z]:/i.test(name) || !isCleanLine(name))
    return `The file holds a name that leads out of it: “${shown}”. Nothing was taken from it.`
  return null
}

/** A path as seen from a file in the archive, in its plainest form; null when it leads out of it. */
export function pathFrom(file: string, unsafeReference: string): string | null {
  let reference = unsafeReference.split(/[?#]/)[0]!
  try {
    reference = decodeURIComponent(reference)
  } catch {
    // A name with a bare percent sign is taken as it stands.
  }
  if (/^[a-z][a-z0-9+.-]*:|^\/\//i.test(reference)) return null
  const path: string[] = reference.startsWith('/') ? [] : file.split('/').slice(0, -1)
  for (const step of reference.split('/')) {
    if (step === '..') {
      if (path.length === 0) return null
      path.pop()
    } else if (step !== '.' && step !== '') path.push(step)
  }
  return path.join('/')
}
