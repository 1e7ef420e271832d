import { Button } from 'antd'
import { useId, useState } from 'react'
import { pictureAddress } from '../../core/media/pictures.ts'
import { pictureIn, pictureValue } from '../../core/templates/picture-value.ts'
import { onDemand } from '../shell/on-demand.tsx'
import { courseHere } from '../shell/course-here.ts'
import { type DeclaredBlank, MOST_FILLED, problemOfValue } from '../../core/templates/declared.ts'

const ShelfPicker = onDemand(() => import('../media/shelf-picker.tsx').then((module) => module.ShelfPicker))

interface Props {
  blank: DeclaredBlank
  value: string
  /** What is missing is told as well: somebody wanted to go on. */
  isAsked: boolean
  onChange: (value: string) => void
}

/** The field of a blank, as what it asks for is typed or chosen, with its help and what is wrong. */
export function BlankField({ blank, value, isAsked, onChange }: Props) {
  const id = useId()
  const problem = value.trim() !== '' || isAsked ? problemOfValue(blank, value) : ''
  return (
    <div className="template-field">
      <label htmlFor={id}>
        {blank.name}
        {blank.isNeeded && <span className="soft"> (needed)</span>}
      </label>
      <Control
        {...{ blank, value, onChange }}
        described={{ id, 'aria-invalid': problem !== '' || undefined, 'aria-describedby': `${id}-help ${id}-problem` }}
      />
      <small id={`${id}-help`} className="soft">
        {blank.help}
      </small>
      <small id={`${id}-problem`} className="field-problem" role="status">
        {problem}
      </small>
    </div>
  )
}

interface ControlProps extends Pick<Props, 'blank' | 'value' | 'onChange'> {
  described: { id: string; 'aria-invalid': true | undefined; 'aria-describedby': string }
}

function Control({ blank, value, described, onChange }: ControlProps) {
  const { type, example, choices } = blank
  const field = {
    ...described,
    value,
    maxLength: MOST_FILLED,
    onChange: ({ target }: { target: { value: string } }) => onChange(target.value),
  }
  if (type === 'choice')
    return (
      <select {...described} value={value} onChange={field.onChange}>
        <option value="">{`As it is: ${example}`}</option>
        {choices.map((each) => (
          <option key={each}>{each}</option>
        ))}
      </select>
    )
  if (type === 'picture') return <PictureChoice {...{ blank, described, value, onChange }} />
  if (type === 'date') return <input {...field} type="date" />
  if (type === 'colour')
    return (
      <span className="template-colour">
        <input {...field} type="color" value={/^#[0-9a-f]{6}$/i.test(value) ? value : example} />
        {value !== '' && (
          <button type="button" className="link-button" onClick={() => onChange('')}>
            As it was
          </button>
        )}
      </span>
    )
  return <input {...field} dir="auto" inputMode={MODES[type]} placeholder={example} />
}

/** A picture of the shelf, chosen from it. */
function PictureChoice({ blank: { name }, described, value, onChange }: ControlProps) {
  const [isOpen, setOpen] = useState(false)
  const chosen = pictureIn(value)
  const words = chosen ? 'Choose another' : 'Choose from the shelf'
  return (
    <span className="template-colour">
      {chosen && <img className="template-chosen" src={pictureAddress(chosen.item, 480)} alt={chosen.alt} />}
      <Button {...described} aria-label={`${words}: ${name}`} onClick={() => setOpen(true)}>
        {words}
      </Button>
      {chosen && (
        <button type="button" className="link-button" onClick={() => onChange('')}>
          As it was
        </button>
      )}
      {isOpen && (
        <ShelfPicker
          courseId={courseHere()}
          onClose={() => setOpen(false)}
          onPick={({ id: item, width, height, alt }) => {
            setOpen(false)
            onChange(pictureValue({ item, width: width ?? 1, height: height ?? 1, alt: alt ?? '' }))
          }}
        />
      )}
    </span>
  )
}

const MODES = { words: 'text', number: 'decimal', address: 'url' } as const
