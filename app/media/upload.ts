import { z } from 'zod'
import { fieldInEnglish } from '../editor/field-say.ts'
import { sendFile } from './send-file.ts'

const item = z.object({
  id: z.string(),
  name: z.string(),
  mediaType: z.string(),
  width: z.number().nullable(),
  height: z.number().nullable(),
  alt: z.string(),
  state: z.enum(['new', 'ready', 'failed']),
  problem: z.string().nullable(),
  made: z.number(),
  at: z.string(),
})
export type ShelfThing = z.infer<typeof item>
const answer = z.discriminatedUnion('ok', [
  z.object({ ok: z.literal(true), item, isKnown: z.boolean() }),
  z.object({ ok: z.literal(false), reason: z.string() }),
])
export type UploadAnswer = z.infer<typeof answer>

/**
 * Where a file goes: onto the shelf of the authors, with what a reader writes (pictures), or with what is handed in
 * (any file).
 */
export type UploadTo = 'uploads' | 'contributions' | 'handed in'
const PLACES: Record<UploadTo, string> = {
  uploads: 'uploads?',
  contributions: 'contributions?',
  'handed in': 'contributions?any=yes&',
}

/** Sends a file to a course. `onProgress` is told the share that has gone, from 0 to 1. Never rejects. */
export function upload(
  courseId: string,
  file: File,
  onProgress: (share: number) => void,
  to: UploadTo = 'uploads',
  say = fieldInEnglish,
): Promise<UploadAnswer> {
  return sendFile(
    `/courses/${courseId}/${PLACES[to]}name=${encodeURIComponent(file.name.toWellFormed())}`,
    file,
    answer,
    onProgress,
    say,
  )
}

/** Brings a picture of the web onto the shelf of a course. Never rejects. */
export async function bringIn(courseId: string, address: string): Promise<UploadAnswer> {
  const response = await fetch(`/courses/${courseId}/uploads/from-web`, {
    method: 'POST',
    body: JSON.stringify({ address }),
    headers: { 'Content-Type': 'application/json' },
  }).catch(() => null)
  const said: unknown = await response?.json().catch(() => null)
  return (
    answer.safeParse(said).data ?? {
      ok: false,
      reason: 'The server could not be asked just now, so the picture stays a link. Try again in a moment.',
    }
  )
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
  await fetch(`/courses/${courseId}/shelf-list/${id}`, {
    method: 'POST',
    body: JSON.stringify({ alt }),
    headers: { 'Content-Type': 'application/json' },
  }).catch(() => null)
}
