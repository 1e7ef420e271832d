import { Alert, Button } from 'antd'
import { type ReactNode, useState } from 'react'
import { GROUP_NAMES } from '../../core/snippets/groups.ts'
import type { ShownSnippet } from '../../core/snippets/wire.ts'
import { DrawnBlocks } from '../preview/drawn-blocks.tsx'
import { Dialog } from '../shell/dialog.tsx'
import { BlankField } from '../templates/blank-field.tsx'
import { fileAddress } from './ask-snippets.ts'
import { type Filling, useFilling } from './use-filling.ts'
import { UsesDialog } from './uses-dialog.tsx'
import '../templates/templates.css'
import './snippets.css'

interface Props extends Filling {
  /** Something in it was changed by hand: filling it in again takes that away. */
  isTouched?: boolean
}

/** The fields of a snippet beside what they make of it; Enter puts it in. */
export function SnippetDialog(props: Props) {
  const { courseId, language, position, isTouched = false, onClose } = props
  const held = useFilling(props)
  const { shown, filled, isAsking, isGone, problem, put } = held
  const [isUsesOpen, setUsesOpen] = useState(false)
  return (
    <Dialog
      open
      title={shown ? (position === null ? `Put in “${shown.name}”` : `“${shown.name}”, filled in again`) : 'A snippet'}
      width={940}
      className="snippet-dialog has-foot-words"
      onCancel={onClose}
      footer={
        <>
          <Standing {...held} />
          <Button onClick={onClose}>Cancel</Button>
          <Button
            type="primary"
            loading={isAsking}
            disabled={!filled || isGone}
            data-begin={shown?.blanks.length === 0 || undefined}
            onClick={() => void put()}
          >
            {position === null ? 'Put it in' : 'Fill it in again'}
          </Button>
        </>
      }
    >
      <form
        className="dialog-panes"
        onSubmit={(event) => {
          event.preventDefault()
          void put()
        }}
      >
        <div className="snippet-fields">
          <Fields {...{ courseId, held, isTouched }} onUses={() => setUsesOpen(true)} />
          {!shown && !problem && <p className="soft">Opening it…</p>}
          <button type="submit" hidden />
        </div>
        {/* It scrolls, so it is reached by key. */}
        <section className="dialog-look" aria-label="How it will look" tabIndex={0}>
          {filled && <DrawnBlocks blocks={filled.content} language={language} />}
        </section>
      </form>
      {problem && <Alert type="warning" title={problem} role="alert" />}
      {isUsesOpen && shown && <UsesDialog {...{ courseId }} snippet={shown} onClose={() => setUsesOpen(false)} />}
    </Dialog>
  )
}

type Held = ReturnType<typeof useFilling>

/** That it was just deleted, or what is still empty. */
function Standing({ isGone, open, take }: Held) {
  return (
    <span className="soft foot-words" role="status">
      {isGone ? (
        <>
          It was deleted. Pages that have it stay as they are.{' '}
          <button type="button" className="link-button" onClick={() => void take('restore')}>
            Restore
          </button>
        </>
      ) : (
        open > 0 &&
        `${open === 1 ? '1 blank is' : `${open} blanks are`} empty: the example stays, and the proof says so.`
      )}
    </span>
  )
}

interface FieldsProps {
  courseId: string
  held: Held
  isTouched: boolean
  onUses: () => void
}

function Fields({ courseId, held, isTouched, onUses }: FieldsProps): ReactNode {
  const { shown, values, setValues, isWanted, change, take } = held
  if (!shown) return null
  return (
    <>
      <About {...{ courseId, shown, onUses }} onChange={change} onDelete={() => void take('delete')} />
      {isTouched && (
        <p className="snippet-touched">
          Something in it was changed by hand. Filling it in again takes that change away; undo brings it back.
        </p>
      )}
      {shown.blanks.map((blank) => (
        <BlankField
          key={blank.name}
          {...{ blank }}
          isAsked={isWanted}
          value={values[blank.name] ?? ''}
          onChange={(value) => setValues({ ...values, [blank.name]: value })}
        />
      ))}
      {shown.blanks.length === 0 && <p className="soft">There is nothing to fill in.</p>}
    </>
  )
}

const FOR_WHOM = { own: 'for you alone', course: 'for authors of this course', everyone: 'for all authors' } as const

interface AboutProps {
  courseId: string
  shown: ShownSnippet
  onChange: () => void
  onUses: () => void
  onDelete: () => void
}

/** What a snippet is for, whose it is, and what its maker can do with it. */
function About({ courseId, shown, onChange, onUses, onDelete }: AboutProps) {
  const { id, description, purpose, isOwn, isFromElsewhere, person, visibility } = shown
  const ways = [
    ['Where it is used', onUses, true],
    ['Change it', onChange, isOwn && !isFromElsewhere],
    ['Delete it', onDelete, isOwn],
  ] as const
  return (
    <>
      {description && <p dir="auto">{description}</p>}
      <p className="soft small">
        {GROUP_NAMES[purpose]}. By {isOwn ? 'you' : person}, {FOR_WHOM[visibility]}.
      </p>
      <p className="snippet-ways">
        {ways.map(
          ([name, run, isThere]) =>
            isThere && (
              <button key={name} type="button" className="link-button" onClick={run}>
                {name}
              </button>
            ),
        )}
        <a className="link-button" href={fileAddress(courseId, id)} download>
          Save it as a file
        </a>
      </p>
    </>
  )
}
