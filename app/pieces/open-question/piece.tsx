import { aroundOutcome, newOpenQuestion } from '../../editor/insert-commands.ts'
import type { Piece } from '../piece.ts'

export const openQuestion: Piece = {
  kind: 'openQuestion',
  offer: {
    group: 'practise',
    name: 'Open question',
    help: 'Students write for themselves, then see a model answer.',
    finds: ['model answer', 'reflection', 'free text', 'hidden answer', 'write', 'essay'],
    effort: 'ready',
    command: newOpenQuestion,
    outcome: (state) => aroundOutcome(state, 'become the question.', 'Begins with a question and its model answer.'),
    Example: () => (
      <span className="eg-open-question">
        Why a batter?
        <span />
        <b>+ Model answer</b>
      </span>
    ),
  },
}
