import { nanoid } from 'nanoid'
import { emptyPassage } from '../../core/document/empty-passage.ts'
import type { AnswerModel, Tolerance } from '../../core/questions/question.ts'
import { RichField, type RichFieldProps } from '../writing/rich-field.tsx'
import { blankOr, Field } from './field.tsx'

type FieldProps = Pick<RichFieldProps, 'courseId' | 'uploadTo' | 'variables'>

/** What is right: choices with what is said to each, or a number with how near it must be. */
export function AnswerFields({ answer, field, onChange }: { answer: AnswerModel; field: FieldProps; onChange(answer: AnswerModel): void }) {
  return answer.sort === 'choice' ? <Choices answer={answer} field={field} onChange={onChange} /> : <NumberAnswer answer={answer} field={field} onChange={onChange} />
}

function Choices({ answer, field, onChange }: { answer: Extract<AnswerModel, { sort: 'choice' }>; field: FieldProps; onChange(answer: AnswerModel): void }) {
  const { mode, choices } = answer
  const set = (id: string, part: Partial<(typeof choices)[number]>): void => onChange({ ...answer, choices: choices.map((each) => (each.id === id ? { ...each, ...part } : mode === 'one' && part.isRight ? { ...each, isRight: false } : each)) })
  return (
    <Field label="Choices" note={mode === 'one' ? 'Mark the one that is right.' : 'Mark all that are right.'}>
      <ol className="choice-list">
        {choices.map((choice, at) => (
          <li key={choice.id} className={choice.isRight ? 'is-right' : ''}>
            <label className="choice-right">
              <input type={mode === 'one' ? 'radio' : 'checkbox'} name="right" checked={choice.isRight} onChange={(event) => set(choice.id, { isRight: event.target.checked })} />
              <span className="visually-hidden">Choice {at + 1} is right</span>
            </label>
            <div className="choice-texts">
              <RichField label={`Choice ${at + 1}`} placeholder={`Choice ${at + 1}`} start={blankOr(choice.text)} {...field} onChange={(text) => set(choice.id, { text })} />
              <RichField label={`What is said to choice ${at + 1}`} placeholder="What is said to whoever chooses it" start={blankOr(choice.feedback)} {...field} onChange={(feedback) => set(choice.id, { feedback })} />
            </div>
            <button type="button" className="link-button" onClick={() => onChange({ ...answer, choices: choices.filter(({ id }) => id !== choice.id) })}>
              Take out<span className="visually-hidden"> choice {at + 1}</span>
            </button>
          </li>
        ))}
      </ol>
      <button type="button" className="link-button" onClick={() => onChange({ ...answer, choices: [...choices, { id: nanoid(8), text: emptyPassage, isRight: false, feedback: emptyPassage }] })}>
        Add a choice
      </button>
    </Field>
  )
}

const SORTS: Record<Tolerance['sort'], string> = { percent: 'percent', absolute: 'more or less', figures: 'significant figures' }

function NumberAnswer({ answer, field, onChange }: { answer: Extract<AnswerModel, { sort: 'number' }>; field: FieldProps; onChange(answer: AnswerModel): void }) {
  const { value, tolerance, unit, whenRight, whenWrong } = answer
  return (
    <>
      <Field label="The right answer" note="A number, or a formula of the variables.">
        <div className="number-fields">
          <label>
            <span>Value</span>
            <input className="formula-field" value={value} placeholder="such as l * h * 1.6" onChange={(event) => onChange({ ...answer, value: event.target.value })} />
          </label>
          <label>
            <span>Unit, if any</span>
            <input value={unit} placeholder="such as t, m², kg/m" onChange={(event) => onChange({ ...answer, unit: event.target.value })} />
          </label>
          <label>
            <span>Within</span>
            <input type="number" min={tolerance.sort === 'figures' ? 1 : 0} step="any" value={tolerance.amount} onChange={(event) => onChange({ ...answer, tolerance: { sort: tolerance.sort, amount: Number(event.target.value) } })} />
          </label>
          <label>
            <span className="visually-hidden">How near</span>
            <select value={tolerance.sort} onChange={(event) => onChange({ ...answer, tolerance: { sort: event.target.value as Tolerance['sort'], amount: event.target.value === 'figures' ? 3 : tolerance.amount } })}>
              {Object.entries(SORTS).map(([sort, words]) => (
                <option key={sort} value={sort}>{words}</option>
              ))}
            </select>
          </label>
        </div>
      </Field>
      <Field label="What is said">
        <RichField label="When it is right" placeholder="When it is right…" start={blankOr(whenRight)} {...field} onChange={(text) => onChange({ ...answer, whenRight: text })} />
        <RichField label="When it is not right" placeholder="When it is not right…" start={blankOr(whenWrong)} {...field} onChange={(text) => onChange({ ...answer, whenWrong: text })} />
      </Field>
    </>
  )
}
