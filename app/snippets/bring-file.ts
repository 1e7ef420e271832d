import { MOST_FILE_LENGTH } from '../../core/snippets/wire.ts'
import { askSnippets } from './ask-snippets.ts'
import { forgetSnippets } from './known-snippets.ts'

/** Keeps the snippet of a file for whoever brings it; `words` say what did not come along, or why it did not come. */
export async function bringFile(courseId: string, file: File): Promise<{ id: string | null; words: string }> {
  if (file.size > MOST_FILE_LENGTH) return { id: null, words: `“${file.name}” is too long for a snippet.` }
  const said = await askSnippets(courseId, { intent: 'bring', html: await file.text() })
  if (!said.ok) return { id: null, words: `“${file.name}” can’t be taken. ${said.reason ?? ''}` }
  forgetSnippets(courseId)
  return { id: said.id ?? null, words: (said.notes ?? []).join(' ') }
}
