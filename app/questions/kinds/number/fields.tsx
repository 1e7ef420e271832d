import type { NumberAnswer, Tolerance } from '../../../../core/questions/kinds/number/model.ts'
import { RichField } from '../../../writing/rich-field.tsx'
import { blankOr, Field } from '../../field.tsx'
import type { AnswerFieldsProps } from '../fields-props.ts'

const SORTS: Record<Tolerance['sort'], string> = {
  percent: 'percent',
  absolute: 'more or less',
  figures: 'significant figures',
}

/** A number or a formula, how near it must be, and what is said. */
export function NumberFields({ answer, field, onChange }: AnswerFieldsProps<NumberAnswer>) {
  const { value, tolerance, unit, whenRight, whenWrong } = answer
  return (
    <>
      <Field label="The right answer" note="A number, or a formula of the variables.">
        <div className="number-fields">
          <label>
            <span>Value</span>
            <input
              className="formula-field"
              value={value}
              placeholder="such as l * h * 1.6"
              onChange={(event) => onChange({ ...answer, value: event.target.value })}
            />
          </label>
          <label>
            <span>Unit, if any</span>
            <input
              value={unit}
              placeholder="such as t, m², kg/m"
              onChange={(event) => onChange({ ...answer, unit: event.target.value })}
            />
          </label>
          <ToleranceFields tolerance={tolerance} onChange={(next) => onChange({ ...answer, tolerance: next })} />
        </div>
      </Field>
      <Field label="Feedback">
        <RichField
          label="Feedback when the answer is right"
          placeholder="When the answer is right…"
          start={blankOr(whenRight)}
          {...field}
          onChange={(text) => onChange({ ...answer, whenRight: text })}
        />
        <RichField
          label="Feedback when the answer is wrong"
          placeholder="When the answer is wrong…"
          start={blankOr(whenWrong)}
          {...field}
          onChange={(text) => onChange({ ...answer, whenWrong: text })}
        />
      </Field>
    </>
  )
}

interface ToleranceProps {
  tolerance: Tolerance
  onChange: (tolerance: Tolerance) => void
}

/** How far from the right value an answer still counts. */
function ToleranceFields({ tolerance: { sort, amount }, onChange }: ToleranceProps) {
  return (
    <>
      <label>
        <span>Accepted within</span>
        <input
          type="number"
          min={sort === 'figures' ? 1 : 0}
          step="any"
          value={amount}
          onChange={(event) => onChange({ sort, amount: Number(event.target.value) })}
        />
      </label>
      <label>
        <span className="visually-hidden">Unit of the accepted difference</span>
        <select
          value={sort}
          onChange={({ target: { value } }) =>
            onChange({ sort: value as Tolerance['sort'], amount: value === 'figures' ? 3 : amount })
          }
        >
          {Object.entries(SORTS).map(([each, words]) => (
            <option key={each} value={each}>
              {words}
            </option>
          ))}
        </select>
      </label>
    </>
  )
}
