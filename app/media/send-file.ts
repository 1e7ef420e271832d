import type { z } from 'zod'
import { MOST_FILE } from '../../core/media/pictures.ts'
import { fieldInEnglish } from '../editor/field-say.ts'

/**
 * Sends the bytes of a file. `onProgress` is told the share that has gone, from 0 to 1. Never rejects: what goes wrong
 * is a sentence, said by `say`.
 */
export function sendFile<T>(
  address: string,
  file: File,
  shape: z.ZodType<T>,
  onProgress: (share: number) => void,
  say = fieldInEnglish,
): Promise<T | { ok: false; reason: string }> {
  return new Promise((done) => {
    // fetch tells nothing of what has gone out; this does.
    const request = new XMLHttpRequest()
    const { name } = file
    const fail = (reason: string): void => done({ ok: false, reason })
    request.upload.addEventListener('progress', ({ loaded, total }) => onProgress(total > 0 ? loaded / total : 0))
    request.addEventListener('load', () => {
      const parsed = parse(request.responseText, shape)
      if (parsed) return done(parsed)
      fail(
        request.status === 413
          ? say('field.fileMost', { name, most: MOST_FILE / 1024 / 1024 })
          : request.status === 401
            ? say('field.signedOut')
            : say('field.notTaken', { name, status: request.status }),
      )
    })
    request.addEventListener('error', () => fail(say('field.notThrough', { name })))
    request.open('POST', address)
    request.setRequestHeader('Content-Type', 'application/octet-stream')
    request.send(file)
  })
}

function parse<T>(text: string, shape: z.ZodType<T>): T | null {
  try {
    return shape.safeParse(JSON.parse(text)).data ?? null
  } catch {
    return null
  }
}
