import type { Command } from '@tiptap/pm/state'
import { WORDS_FIRST } from '../../editor/asking-words.ts'
import { allows, setMarks, wordsAt } from '../../editor/mark-commands.ts'
import type { Piece } from '../piece.ts'

/** Straw, the first of the grounds that words are offered. */
const GROUND = '#f7e3a1'

/** The words that are selected, or that the cursor is in, become a badge. */
const makeBadge: Command = (state, dispatch) => {
  const range = wordsAt(state)
  if (!range || !allows(state, range, 'badge')) return false
  return setMarks(range, { badge: { ground: GROUND }, highlight: null })(state, dispatch)
}

export const badge: Piece = {
  kind: 'badge',
  offer: {
    group: 'apart',
    name: 'Badge',
    help: 'A few words on a coloured background, as “new” or “in pairs”.',
    finds: ['label', 'tag', 'pill', 'sticker', 'status'],
    effort: 'ready',
    command: makeBadge,
    whyNot: WORDS_FIRST,
    outcome: () => 'The words become a badge; Ctrl+Shift+L changes its colour.',
    Example: () => (
      <span className="eg-badge">
        <b>In pairs</b>
      </span>
    ),
  },
}
