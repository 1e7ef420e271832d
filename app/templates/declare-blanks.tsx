import { type ReactNode, useState } from 'react'
import { pictureAddress } from '../../core/media/pictures.ts'
import { BLANK_TYPES, type BlankType, TYPES_OF_BLANKS } from '../../core/templates/blank-types.ts'
import { declaredBlank, type DeclaredBlank } from '../../core/templates/declared.ts'
import { MOST_BLANK_NAME } from '../../core/kinds/blank/kind.ts'
import type { ToSave } from './template-requests.ts'

/** What of a page may be asked for in each that is made from it, and what is said about that so far. */
export interface Declaring extends DeclaredBlank {
  /** What marked words are called on the page. */
  readonly of: string
  /** Marked words are asked for; an address or a colour only if somebody says so. */
  readonly isAsked: boolean
}

export const declaringFrom = (blanks: ToSave['blanks']): Declaring[] =>
  blanks.map(({ name, example, type }) => ({
    ...declaredBlank.parse({ name, example, type }),
    of: name,
    isAsked: TYPES_OF_BLANKS[type].isText,
  }))

const OF_TEXT = BLANK_TYPES.filter((type) => TYPES_OF_BLANKS[type].isText)

interface Props {
  blanks: readonly Declaring[]
  onChange: (blanks: readonly Declaring[]) => void
}

/** The blanks of a template: what each is called, what it asks for, its help and rules. */
export function DeclareBlanks({ blanks, onChange }: Props) {
  const change = (at: number, changes: Partial<Declaring>): void =>
    onChange(blanks.map((each, index) => (index === at ? { ...each, ...changes } : each)))
  const cards = (isText: boolean): ReactNode =>
    blanks.map(
      (blank, at) =>
        TYPES_OF_BLANKS[blank.type].isText === isText && (
          <Card key={`${blank.of} ${blank.example}`} blank={blank} onChange={(changes) => change(at, changes)} />
        ),
    )
  const hasOthers = blanks.some(({ type }) => !TYPES_OF_BLANKS[type].isText)
  return (
    <>
      <fieldset className="template-blanks">
        <legend>Blanks</legend>
        {blanks.every(({ type }) => !TYPES_OF_BLANKS[type].isText) && (
          <p className="soft">
            None yet. To make one, mark words on the sheet and press Blank among all tools: those words are asked for
            wherever it is used.
          </p>
        )}
        {cards(true)}
      </fieldset>
      {hasOthers && (
        <fieldset className="template-blanks">
          <legend>Web addresses, colours and pictures to ask for</legend>
          {cards(false)}
        </fieldset>
      )}
    </>
  )
}

interface CardProps {
  blank: Declaring
  onChange: (changes: Partial<Declaring>) => void
}

function Card({ blank, onChange }: CardProps) {
  const { example, type, isAsked } = blank
  const { isText, label } = TYPES_OF_BLANKS[type]
  return (
    <div className="template-blank">
      {isText ? (
        <span className="template-example" dir="auto">
          {example}
        </span>
      ) : (
        <label className="template-ask">
          <input type="checkbox" checked={isAsked} onChange={({ target }) => onChange({ isAsked: target.checked })} />
          {type === 'colour' && <span className="template-swatch" style={{ backgroundColor: example }} />}
          {type === 'picture' ? (
            <img className="template-chosen" src={pictureAddress(example, 480)} alt={blank.of} />
          ) : (
            <span dir="ltr">{example}</span>
          )}
        </label>
      )}
      {isAsked && (
        <>
          <input
            aria-label={`What the blank “${example}” is called`}
            value={blank.name}
            maxLength={MOST_BLANK_NAME}
            onChange={({ target }) => onChange({ name: target.value })}
          />
          {isText ? (
            <select
              aria-label={`What the blank “${example}” asks for`}
              value={type}
              onChange={({ target }) => onChange({ type: target.value as BlankType })}
            >
              {OF_TEXT.map((each) => (
                <option key={each} value={each}>
                  {TYPES_OF_BLANKS[each].label}
                </option>
              ))}
            </select>
          ) : (
            <span className="soft">{label}</span>
          )}
          <Rules {...{ blank, onChange }} />
        </>
      )}
    </div>
  )
}

function Rules({ blank, onChange }: CardProps) {
  const { type, help, isNeeded, least, most } = blank
  const bound = (name: 'least' | 'most', words: string, value: number | null) => (
    <label>
      {words}
      <input
        type="number"
        step="any"
        value={value ?? ''}
        onChange={({ target }) => onChange({ [name]: target.value === '' ? null : Number(target.value) })}
      />
    </label>
  )
  return (
    <details className="template-rules" open={type === 'choice' || undefined}>
      <summary>Help and rules</summary>
      <label>
        Help for whoever fills it in
        <input value={help} maxLength={300} onChange={({ target }) => onChange({ help: target.value })} />
      </label>
      {type === 'choice' && <Choices choices={blank.choices} onChange={(choices) => onChange({ choices })} />}
      {type === 'number' && (
        <div className="template-bounds">
          {bound('least', 'Smallest', least)}
          {bound('most', 'Largest', most)}
        </div>
      )}
      <label className="template-ask">
        <input type="checkbox" checked={isNeeded} onChange={({ target }) => onChange({ isNeeded: target.checked })} />
        Has to be filled in
      </label>
    </details>
  )
}

/** What there is to choose from, one on each line, as it is typed. */
function Choices({ choices, onChange }: { choices: readonly string[]; onChange: (choices: string[]) => void }) {
  const [typed, setTyped] = useState(choices.join('\n'))
  return (
    <label>
      To choose from, one on each line
      <textarea
        rows={3}
        value={typed}
        onChange={({ target }) => {
          setTyped(target.value)
          const lines = target.value.split('\n').map((line) => line.trim().slice(0, 200))
          onChange([...new Set(lines.filter(Boolean))].slice(0, 40))
        }}
      />
    </label>
  )
}
