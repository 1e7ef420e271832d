import type { Editor } from '@tiptap/core'
import { insertionPlace, placeBlock } from '../editor/insert-commands.ts'
import type { Examined } from '../../server/embeds/examine.server.ts'

/** Asks the server what an address or embed code is. */
export async function askEmbed(courseId: string, text: string): Promise<Examined> {
  const response = await fetch(`/courses/${courseId}/embeds`, {
    method: 'POST',
    body: JSON.stringify({ text }),
    headers: { 'Content-Type': 'application/json' },
  }).catch(() => null)
  if (!response)
    return { type: 'problem', reason: 'That could not be asked. Look whether there is a connection, then try again.' }
  return (
    ((await response.json().catch(() => null)) as Examined | null) ?? {
      type: 'problem',
      reason: 'That could not be found out just now. Try again in a moment.',
    }
  )
}

/** Puts a player or link card where the cursor is, and selects it. */
export function placeEmbed(editor: Editor, found: Exclude<Examined, { type: 'problem' }>): void {
  const { state } = editor
  const { player, linkCard } = state.schema.nodes
  const node =
    found.type === 'player'
      ? player!.create({
          address: found.address,
          link: found.link,
          title: found.title,
          width: found.width,
          height: found.height,
        })
      : linkCard!.create({ address: found.address, title: found.title })
  placeBlock(editor, node, insertionPlace(state))
}

/** What is told about something that was just embedded. */
export function embedWords(found: Examined): string {
  if (found.type === 'player') return found.blocked ?? `A player of ${found.host}; students can watch it.`
  return found.reason
}
