import { useId, useState } from 'react'
import { MOST_LOOK_NAME } from '../../core/looks/course-looks.ts'

interface Props {
  /** What is done: “Keep this colour for the course…”. */
  invite: string
  /** Names that there are: what has one of them is replaced. */
  taken: readonly string[]
  /** Keeps it; false when that could not be done. */
  onKeep: (name: string) => Promise<boolean>
}

/** Keeps something under a name that is asked for in its place. */
export function KeepUnderName(props: Props) {
  const [isAsking, setAsking] = useState(false)
  return isAsking ? (
    <NameAsked {...props} onClose={() => setAsking(false)} />
  ) : (
    <button type="button" className="link-button" onClick={() => setAsking(true)}>
      {props.invite}
    </button>
  )
}

function NameAsked({ invite, taken, onKeep, onClose }: Props & { onClose: () => void }) {
  const [name, setName] = useState('')
  const [isMissing, setMissing] = useState(false)
  const id = useId()
  const keep = (): void => {
    if (name.trim() === '') return setMissing(true)
    void onKeep(name.trim()).then((isKept) => isKept && onClose())
  }
  return (
    // A form would stand within the form of a dialog.
    <div
      role="group"
      aria-label={invite}
      className="keep-under-name"
      onKeyDown={(event) => {
        const isTaken = event.key === 'Enter' && event.target instanceof HTMLInputElement
        if (!isTaken && event.key !== 'Escape') return
        event.preventDefault()
        event.stopPropagation()
        if (isTaken) keep()
        else onClose()
      }}
    >
      <label className="desk-field">
        <span>Name</span>
        <input
          autoFocus
          value={name}
          maxLength={MOST_LOOK_NAME}
          aria-invalid={isMissing}
          aria-describedby={`${id}-help`}
          onChange={({ target }) => (setName(target.value), setMissing(false))}
        />
      </label>
      <p id={`${id}-help`} className={isMissing ? 'field-problem' : 'soft'}>
        {isMissing ? 'Type a name first.' : whatBecomes(name.trim(), taken)}
      </p>
      <div className="desk-choices">
        <button type="button" className="desk-button" onClick={keep}>
          Keep
        </button>
        <button type="button" className="desk-button" onClick={onClose}>
          Cancel
        </button>
      </div>
    </div>
  )
}

const whatBecomes = (name: string, taken: readonly string[]): string =>
  taken.includes(name)
    ? `There is one called “${name}”: this takes its place.`
    : 'All authors of the course can use it.'
