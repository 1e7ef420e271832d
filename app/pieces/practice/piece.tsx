import { useEditorState } from '@tiptap/react'
import { entriesOf } from '../../../core/structure/parts.ts'
import { aroundOutcome, newPractice } from '../../editor/insert-commands.ts'
import type { Piece, SettingsProps } from '../piece.ts'
import { RowList } from '../rows/rows.ts'
import { ChoiceSetting } from '../choice-setting.tsx'

function PracticeSettings({ editor, position }: SettingsProps) {
  const { mode, right } = useEditorState({
    editor,
    selector: ({ editor: { state } }) => ({
      mode: String(state.doc.nodeAt(position)?.attrs.mode),
      right: entriesOf(state.doc, position).filter(({ node }) => node.attrs.isRight).length,
    }),
    equalityFn: (a, b) => a?.mode === b?.mode && a?.right === b?.right,
  })
  const set = (at: number, name: string, value: unknown): void =>
    editor.view.dispatch(editor.state.tr.setNodeAttribute(at, name, value))
  const problem = problemOf(right, mode)
  return (
    <>
      <ChoiceSetting
        label="Students choose"
        value={mode}
        onChange={(value) => set(position, 'mode', value)}
        options={[
          ['one', 'One answer'],
          ['several', 'Several'],
        ]}
      />
      <h3>Answers, the right ones ticked</h3>
      <RowList
        editor={editor}
        position={position}
        entry="answer"
        mark={(node, at) => (
          <span className="row-tick">
            <input
              type="checkbox"
              aria-label={`Right: ${node.firstChild?.textContent || 'empty answer'}`}
              checked={Boolean(node.attrs.isRight)}
              onChange={(event) => set(at, 'isRight', event.target.checked)}
            />
          </span>
        )}
      />
      <p className={problem ? 'desk-advice is-trouble' : 'desk-advice'} role="status">
        <span>
          {problem ||
            'Beneath each answer is the feedback for whoever chooses it. Students get it when they check, never before.'}
        </span>
      </p>
    </>
  )
}

/** What is amiss with the answers that are marked as right; empty when nothing is. */
function problemOf(right: number, mode: string): string {
  return right === 0
    ? 'No answer is marked as right yet.'
    : mode === 'one' && right > 1
      ? `${right} answers are marked as right, but only one can be chosen.`
      : ''
}

export const practice: Piece = {
  kind: 'practice',
  entry: 'answer',
  Settings: PracticeSettings,
  offer: {
    group: 'practise',
    name: 'Practice question',
    help: 'Answers to choose from, with a word on each.',
    finds: ['quiz', 'test', 'multiple choice', 'exercise'],
    effort: 'has settings',
    command: newPractice,
    outcome: (state) => aroundOutcome(state, 'become the question.', 'Begins with two empty answers.'),
    Example: () => (
      <span className="eg-practice">
        Which stone ties both faces?<small>○ hearting &nbsp; ● through</small>
      </span>
    ),
  },
}
