import { nanoid } from 'nanoid'
import { emptyPassage } from '../../../../core/document/empty-passage.ts'
import type { ChoiceAnswer } from '../../../../core/questions/kinds/choice/model.ts'
import { RichField } from '../../../writing/rich-field.tsx'
import { blankOr, Field } from '../../field.tsx'
import type { AnswerFieldsProps } from '../fields-props.ts'

type Choice = ChoiceAnswer['choices'][number]

/** Choices, each with what is said to it. */
export function ChoiceFields({ answer, field, onChange }: AnswerFieldsProps<ChoiceAnswer>) {
  const { mode, choices } = answer
  const set = (id: string, part: Partial<Choice>): void =>
    onChange({
      ...answer,
      choices: choices.map((each) =>
        each.id === id ? { ...each, ...part } : mode === 'one' && part.isRight ? { ...each, isRight: false } : each,
      ),
    })
  return (
    <Field label="Choices" note={mode === 'one' ? 'Mark the one that is right.' : 'Mark all that are right.'}>
      <div role="group" aria-label="Which choices are right">
        <ol className="choice-list">
          {choices.map((choice, at) => (
            <ChoiceRow key={choice.id} {...{ choice, mode, set, at, field, onChange, answer, choices }} />
          ))}
        </ol>
      </div>
      <button
        type="button"
        className="link-button"
        onClick={() =>
          onChange({
            ...answer,
            choices: [...choices, { id: nanoid(8), text: emptyPassage, isRight: false, feedback: emptyPassage }],
          })
        }
      >
        Add a choice
      </button>
    </Field>
  )
}

interface ChoiceRowProps {
  choice: Choice
  mode: ChoiceAnswer['mode']
  set: (id: string, part: Partial<Choice>) => void
  at: number
  field: AnswerFieldsProps<ChoiceAnswer>['field']
  onChange: (answer: ChoiceAnswer) => void
  answer: ChoiceAnswer
  choices: readonly Choice[]
}

/** A choice: whether it is right, its text, what is said to it. */
function ChoiceRow({ choice, mode, set, at, field, onChange, answer, choices }: ChoiceRowProps) {
  return (
    <li className={choice.isRight ? 'is-right' : ''}>
      <span className="choice-right">
        <input
          aria-label={`Choice ${at + 1} is right`}
          type={mode === 'one' ? 'radio' : 'checkbox'}
          name="right"
          checked={choice.isRight}
          onChange={(event) => set(choice.id, { isRight: event.target.checked })}
        />
      </span>
      <div className="choice-texts">
        <RichField
          label={`Choice ${at + 1}`}
          placeholder={`Choice ${at + 1}`}
          start={blankOr(choice.text)}
          {...field}
          onChange={(text) => set(choice.id, { text })}
        />
        <RichField
          label={`Feedback for choice ${at + 1}`}
          placeholder="Feedback for students who choose it"
          start={blankOr(choice.feedback)}
          {...field}
          onChange={(feedback) => set(choice.id, { feedback })}
        />
      </div>
      <button
        type="button"
        className="link-button"
        onClick={() => onChange({ ...answer, choices: choices.filter(({ id }) => id !== choice.id) })}
      >
        Remove<span className="visually-hidden"> choice {at + 1}</span>
      </button>
    </li>
  )
}
