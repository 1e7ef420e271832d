import { z } from 'zod'

const item = z.object({ id: z.string(), name: z.string(), mediaType: z.string(), width: z.number().nullable(), height: z.number().nullable(), alt: z.string(), state: z.enum(['new', 'ready', 'failed']), problem: z.string().nullable(), made: z.number(), at: z.string() })
export type ShelfThing = z.infer<typeof item>
const answer = z.discriminatedUnion('ok', [z.object({ ok: z.literal(true), item, isKnown: z.boolean() }), z.object({ ok: z.literal(false), reason: z.string() })])
export type UploadAnswer = z.infer<typeof answer>

/** Where a file goes: onto the shelf of the authors, with what a reader writes (pictures), or with what is handed in (any file). */
export type UploadTo = 'uploads' | 'contributions' | 'handed in'
const PLACES: Record<UploadTo, string> = { uploads: 'uploads?', contributions: 'contributions?', 'handed in': 'contributions?any=yes&' }

/** Sends a file to a course. `onProgress` is told the share that has gone, from 0 to 1. Never rejects. */
export function upload(courseId: string, file: File, onProgress: (share: number) => void, to: UploadTo = 'uploads'): Promise<UploadAnswer> {
  return new Promise((done) => {
    // fetch tells nothing of what has gone out; this does.
    const request = new XMLHttpRequest()
    const fail = (reason: string): void => done({ ok: false, reason })
    request.upload.addEventListener('progress', ({ loaded, total }) => onProgress(total > 0 ? loaded / total : 0))
    request.addEventListener('load', () => {
      const parsed = parse(request.responseText)
      if (parsed) return done(parsed)
      fail(request.status === 413 ? `“${file.name}” is larger than one file may be: ${request.responseText.trim()}` : request.status === 401 ? 'You are no longer signed in. Sign in again in another tab, then try once more.' : `“${file.name}” could not be taken (${request.status}). Try again in a moment.`)
    })
    request.addEventListener('error', () => fail(`“${file.name}” did not get through. Look whether there is a connection, then try again; nothing else is lost.`))
    request.open('POST', `/courses/${courseId}/${PLACES[to]}name=${encodeURIComponent(file.name.toWellFormed())}`)
    request.setRequestHeader('Content-Type', 'application/octet-stream')
    request.send(file)
  })
}

function parse(text: string): UploadAnswer | null {
  try {
    return answer.safeParse(JSON.parse(text)).data ?? null
  } catch {
    return null
  }
}

/** What the shelf of the course holds that fits the words. Null when it can't be asked just now. */
export async function askShelf(courseId: string, words: string): Promise<ShelfThing[] | null> {
  const response = await fetch(`/courses/${courseId}/shelf-list?words=${encodeURIComponent(words)}`).catch(() => null)
  return response?.ok ? (z.array(item).safeParse(await response.json()).data ?? null) : null
}

export async function askShelfItem(courseId: string, id: string): Promise<ShelfThing | null> {
  const response = await fetch(`/courses/${courseId}/shelf-list/${id}`).catch(() => null)
  return response?.ok ? (item.safeParse(await response.json()).data ?? null) : null
}

/** Remembers on the shelf what a picture shows. That it fails takes nothing from the page. */
export async function rememberAlt(courseId: string, id: string, alt: string): Promise<void> {
  await fetch(`/courses/${courseId}/shelf-list/${id}`, { method: 'POST', body: JSON.stringify({ alt }), headers: { 'Content-Type': 'application/json' } }).catch(() => null)
}
