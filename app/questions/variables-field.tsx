import { FORMULA_FUNCTIONS } from '../../core/formulas/names.ts'
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
    <Field label="Variables" note="Each student gets different numbers. Put them into the text with the tool “Value”.">
      {variables.length > 0 && (
        <ul className="variable-list">
          {variables.map((variable, at) => (
            <VariableLine key={at} {...{ variable, at }} onChange={(next) => set(at, next)} />
          ))}
        </ul>
      )}
      {conditions.length > 0 && (
        <ul className="variable-list">
          {conditions.map((condition, at) => (
            <ConditionLine
              key={at}
              {...{ condition, at }}
              onChange={(text) => onChange({ conditions: conditions.with(at, text) })}
              onRemove={() => onChange({ conditions: conditions.toSpliced(at, 1) })}
            />
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
      <details className="formula-help">
        <summary>What a formula can contain</summary>
        <p>
          Numbers, names of variables, + − × / ^ ( ), comparisons such as a &gt; b, the numbers pi and e, and{' '}
          {FORMULA_FUNCTIONS.join(', ')}. <b>Angles are in radians</b>; for degrees write the sign: sin(a°) takes
          degrees, asin(x) / 1° gives them. log is the natural logarithm.
        </p>
      </details>
    </Field>
  )
}

interface VariableProps<Kind extends Variable = Variable> {
  variable: Kind
  onChange: (variable: Variable) => void
}

interface VariableLineProps {
  variable: Variable
  at: number
  /** Null takes it out. */
  onChange: (variable: Variable | null) => void
}

/** One variable: its name, and where it comes from. */
function VariableLine({ variable, at, onChange }: VariableLineProps) {
  return (
    <li>
      <input
        className="variable-name"
        aria-label={`Name of variable ${at + 1}`}
        value={variable.name}
        maxLength={31}
        onChange={(event) => onChange({ ...variable, name: event.target.value.trim() })}
      />
      <select
        aria-label={`Where ${variable.name} comes from`}
        value={variable.from}
        onChange={(event) => onChange(fresh(event.target.value as Variable['from'], variable.name))}
      >
        {Object.entries(SOURCES).map(([from, words]) => (
          <option key={from} value={from}>
            {words}
          </option>
        ))}
      </select>
      {variable.from === 'range' && <RangeFields {...{ variable, onChange }} />}
      {variable.from === 'list' && (
        <ListField
          name={variable.name}
          values={variable.values}
          onChange={(values) => onChange({ ...variable, values })}
        />
      )}
      {variable.from === 'formula' && (
        <input
          className="formula-field"
          aria-label={`Formula of ${variable.name}`}
          placeholder="such as l * h / 2"
          value={variable.formula}
          onChange={(event) => onChange({ ...variable, formula: event.target.value })}
        />
      )}
      <button type="button" className="link-button" onClick={() => onChange(null)}>
        Remove<span className="visually-hidden"> {variable.name}</span>
      </button>
    </li>
  )
}

function RangeFields({ variable, onChange }: VariableProps<Extract<Variable, { from: 'range' }>>) {
  const { name, least, most, step } = variable
  return (
    <>
      <NumberField label={`Least ${name}`} value={least} onChange={(next) => onChange({ ...variable, least: next })} />{' '}
      to
      <NumberField label={`Most ${name}`} value={most} onChange={(next) => onChange({ ...variable, most: next })} /> in
      steps of
      <NumberField label={`Step of ${name}`} value={step} onChange={(next) => onChange({ ...variable, step: next })} />
    </>
  )
}

interface ConditionProps {
  condition: string
  at: number
  onChange: (condition: string) => void
  onRemove: () => void
}

function ConditionLine({ condition, at, onChange, onRemove }: ConditionProps) {
  return (
    <li>
      <span>Only where</span>
      <input
        className="formula-field"
        aria-label={`Condition ${at + 1}`}
        placeholder="such as a > b"
        value={condition}
        onChange={(event) => onChange(event.target.value)}
      />
      <button type="button" className="link-button" onClick={onRemove}>
        Remove<span className="visually-hidden"> condition {at + 1}</span>
      </button>
    </li>
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
