import { useEffect, useState } from 'react'
import { readEmbed } from '../../core/embeds/embed-code.ts'
import type { Examined } from '../../server/embeds/examine.server.ts'
import { askEmbed, embedWords } from '../embeds/place-embed.ts'

/** So long nothing is typed before the server is asked, in milliseconds. */
const PAUSE = 250

/** What an address or embed code is, once the server has looked. */
export type Embed = Examined | 'asking' | null

/** Asks what was typed is, when it is an address or an embed code. */
export function useEmbed(courseId: string, typed: string): { isEmbed: boolean; embed: Embed } {
  const [embed, setEmbed] = useState<Embed>(null)
  const isEmbed = readEmbed(typed).type !== 'none'
  useEffect(() => {
    setEmbed(null)
    if (!isEmbed) return
    let isOver = false
    const timer = setTimeout(() => {
      setEmbed('asking')
      void askEmbed(courseId, typed).then((answer) => !isOver && setEmbed(answer))
    }, PAUSE)
    return () => {
      isOver = true
      clearTimeout(timer)
    }
  }, [courseId, typed, isEmbed])
  return { isEmbed, embed }
}

/** What can be placed of it; null while that is not known, or nothing. */
export const placeable = (embed: Embed): Exclude<Examined, { type: 'problem' }> | null =>
  embed === null || embed === 'asking' || embed.type === 'problem' ? null : embed

/** What it is, and what becomes of it, as a sentence. */
export function embedOutcome(embed: Embed): string {
  if (!embed || embed === 'asking') return 'Checking how students would see it…'
  if (embed.type === 'player')
    return `${embed.title || 'A player without a title'}, ${embed.width} × ${embed.height}. ${embedWords(embed)}`
  return embed.type === 'card' ? `${embed.title || embed.address}: a link card. ${embed.reason}` : embed.reason
}
