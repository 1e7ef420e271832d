import type { z } from 'zod'

/**
 * Sends the bytes of a file. `onProgress` is told the share that has gone, from 0 to 1. Never rejects: what goes wrong
 * is a sentence.
 */
export function sendFile<T>(
  address: string,
  file: File,
  shape: z.ZodType<T>,
  onProgress: (share: number) => void,
): Promise<T | { ok: false; reason: string }> {
  return new Promise((done) => {
    // fetch tells nothing of what has gone out; this does.
    const request = new XMLHttpRequest()
    const fail = (reason: string): void => done({ ok: false, reason })
    request.upload.addEventListener('progress', ({ loaded, total }) => onProgress(total > 0 ? loaded / total : 0))
    request.addEventListener('load', () => {
      const parsed = parse(request.responseText, shape)
      if (parsed) return done(parsed)
      fail(
        request.status === 413
          ? `“${file.name}” is larger than one file may be: ${request.responseText.trim()}`
          : request.status === 401
            ? 'You are no longer signed in. Sign in again in another tab, then try once more.'
            : `“${file.name}” could not be taken (${request.status}). Try again in a moment.`,
      )
    })
    request.addEventListener('error', () =>
      fail(
        `“${file.name}” did not get through. Look whether there is a connection, then try again; nothing else is lost.`,
      ),
    )
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
