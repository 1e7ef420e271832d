import { askWords, WORDS_FIRST } from '../../editor/asking-words.ts'
import type { Piece } from '../piece.ts'

export const glossaryTerm: Piece = {
  kind: 'glossaryTerm',
  offer: {
    group: 'look',
    name: 'Glossary term',
    help: 'What a word means, shown at the word and collected for the course.',
    finds: ['definition', 'explain', 'vocabulary', 'tooltip', 'hover'],
    effort: 'ready',
    command: askWords,
    asks: true,
    whyNot: WORDS_FIRST,
    outcome: () => 'Asks what the words mean.',
    Example: () => (
      <span className="eg-term">
        <dfn>hearting</dfn>
        <i>small stone inside</i>
      </span>
    ),
  },
}
