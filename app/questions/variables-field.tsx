import type { QuestionContent, Variable } from '../../core/questions/question.ts'
import { Field } from './field.tsx'

interface Props {
  variables: readonly Variable[]
  conditions: readonly string[]
  onChange: (part: Pick<QuestionContent, 'variables'> | Pick<QuestionContent, 'conditions'>) => void
}

const SOURCES: Record<Variable['from'], string> = { range: 'from a range', list: 'from a list', formula: 'computed' }
const LETTERS = 'abcdefghijklmnopqrstuvwxyz'

function fresh(from: Variable['from'], name: string): Variable {
  if (from === 'range') return { from, name, least: 1, most: 10, step: 1 }
  return from === 'list' ? { from, name, values: [1, 2, 3] } : { from, name, formula: '' }
}

/** Where the numbers of a question come from, and what must hold between them. */
export function VariablesField({ variables, conditions, onChange }: Props) {
  const set = (at: number, variable: Variable | null): void =>
    onChange({ variables: variables.flatMap((each, index) => (index === at ? (variable ?? []) : each)) })
  const free = [...LETTERS].find((letter) => !variables.some(({ name }) => name === letter)) ?? 'x'
  return (
    <Field label="Variables" note="Each student gets other numbers. Put them into the text with the tool “Value”.">
      {variables.length > 0 && (
        <ul className="variable-list">
          {variables.map((variable, at) => (
            <li key={at}>
              <input
                className="variable-name"
                aria-label={`Name of variable ${at + 1}`}
                value={variable.name}
                maxLength={31}
                onChange={(event) => set(at, { ...variable, name: event.target.value.trim() })}
              />
              <select
                aria-label={`Where ${variable.name} comes from`}
                value={variable.from}
                onChange={(event) => set(at, fresh(event.target.value as Variable['from'], variable.name))}
              >
                {Object.entries(SOURCES).map(([from, words]) => (
                  <option key={from} value={from}>
                    {words}
                  </option>
                ))}
              </select>
              {variable.from === 'range' && (
                <>
                  <NumberField
                    label={`Least ${variable.name}`}
                    value={variable.least}
                    onChange={(least) => set(at, { ...variable, least })}
                  />{' '}
                  to
                  <NumberField
                    label={`Most ${variable.name}`}
                    value={variable.most}
                    onChange={(most) => set(at, { ...variable, most })}
                  />{' '}
                  in steps of
                  <NumberField
                    label={`Step of ${variable.name}`}
                    value={variable.step}
                    onChange={(step) => set(at, { ...variable, step })}
                  />
                </>
              )}
              {variable.from === 'list' && (
                <ListField
                  name={variable.name}
                  values={variable.values}
                  onChange={(values) => set(at, { ...variable, values })}
                />
              )}
              {variable.from === 'formula' && (
                <input
                  className="formula-field"
                  aria-label={`Formula of ${variable.name}`}
                  placeholder="such as l * h / 2"
                  value={variable.formula}
                  onChange={(event) => set(at, { ...variable, formula: event.target.value })}
                />
              )}
              <button type="button" className="link-button" onClick={() => set(at, null)}>
                Take out<span className="visually-hidden"> {variable.name}</span>
              </button>
            </li>
          ))}
        </ul>
      )}
      {conditions.length > 0 && (
        <ul className="variable-list">
          {conditions.map((condition, at) => (
            <li key={at}>
              <span>Only where</span>
              <input
                className="formula-field"
                aria-label={`Condition ${at + 1}`}
                placeholder="such as a > b"
                value={condition}
                onChange={(event) =>
                  onChange({ conditions: conditions.map((each, index) => (index === at ? event.target.value : each)) })
                }
              />
              <button
                type="button"
                className="link-button"
                onClick={() => onChange({ conditions: conditions.filter((_each, index) => index !== at) })}
              >
                Take out<span className="visually-hidden"> condition {at + 1}</span>
              </button>
            </li>
          ))}
        </ul>
      )}
      <div className="variable-actions">
        <button
          type="button"
          className="link-button"
          onClick={() => onChange({ variables: [...variables, fresh('range', free)] })}
        >
          Add a variable
        </button>
        {variables.length > 0 && (
          <button type="button" className="link-button" onClick={() => onChange({ conditions: [...conditions, ''] })}>
            Add a condition
          </button>
        )}
      </div>
    </Field>
  )
}

function NumberField({ label, value, onChange }: { label: string; value: number; onChange: (value: number) => void }) {
  return (
    <input
      className="variable-number"
      type="number"
      step="any"
      aria-label={label}
      defaultValue={value}
      onChange={({ target }) => Number.isFinite(target.valueAsNumber) && onChange(target.valueAsNumber)}
    />
  )
}

function ListField({
  name,
  values,
  onChange,
}: {
  name: string
  values: readonly number[]
  onChange: (values: number[]) => void
}) {
  return (
    <input
      className="formula-field"
      aria-label={`Values of ${name}`}
      defaultValue={values.join('; ')}
      placeholder="such as 1; 1.2; 1.5"
      onChange={({ target }) =>
        onChange(
          target.value
            .split(/[;\s]+/)
            .filter(Boolean)
            .map((part) => Number(part.replace(',', '.')))
            .filter(Number.isFinite),
        )
      }
    />
  )
}
