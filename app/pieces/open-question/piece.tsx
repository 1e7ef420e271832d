import { MOST_CALLED } from '../../../core/kinds/open-question/kinds.ts'
import { aroundOutcome, newOpenQuestion } from '../../editor/insert-commands.ts'
import type { Piece, SettingsProps } from '../piece.ts'
import { useAttributes } from '../use-attributes.ts'
import { WordsSetting } from '../words-setting.tsx'

/** What is set of the answer is set where one finds the question. */
function OpenQuestionSettings({ editor, position }: SettingsProps) {
  const asked = editor.state.doc.nodeAt(position)?.firstChild
  const [{ called }, set] = useAttributes(editor, position + 1 + (asked?.nodeSize ?? 0))
  if (called === undefined) return null
  return (
    <WordsSetting
      label="What students press to see the answer"
      value={called as string}
      most={MOST_CALLED}
      placeholder="Model answer"
      onKeep={(words) => set('called', words)}
    />
  )
}

export const openQuestion: Piece = {
  kind: 'openQuestion',
  Settings: OpenQuestionSettings,
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
