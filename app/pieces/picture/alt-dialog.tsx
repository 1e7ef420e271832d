import { Button } from 'antd'
import { type FormEvent, useEffect, useState } from 'react'
import { MOST_ALT } from '../../../core/kinds/picture/kinds.ts'
import { nameSaysNothing, pictureAddress } from '../../../core/media/pictures.ts'
import { askShelfItem, type ShelfThing } from '../../media/upload.ts'
import { Dialog } from '../../shell/dialog.tsx'
import './alt-dialog.css'

interface Props {
  courseId: string
  item: ShelfThing
  onAnswer: (alt: string) => void
  onLater: () => void
}

/** Asks what a picture shows, as soon as it stands on the sheet. */
export function AltDialog({ courseId, item, onAnswer, onLater }: Props) {
  const { answer, alt, isDecorative, problem, setAlt, setProblem, setDecorative } = useAlt(item, onAnswer)
  return (
    <Dialog
      open
      title="What does the picture show?"
      width={620}
      onCancel={onLater}
      mask={{ closable: false }}
      footer={
        <>
          <Button onClick={onLater}>Later</Button>
          <Button type="primary" onClick={() => answer()}>
            Keep
          </Button>
        </>
      }
    >
      <form className="alt-form" onSubmit={answer}>
        <Shown {...{ courseId, item }} />
        <div>
          <label className="desk-field">
            <span>Alternative text, for whoever can’t see it</span>
            <textarea
              rows={4}
              maxLength={MOST_ALT}
              value={alt}
              disabled={isDecorative}
              aria-invalid={problem !== ''}
              aria-describedby="alt-problem"
              onChange={(event) => (setAlt(event.target.value), setProblem(''))}
              onKeyDown={(event) => event.key === 'Enter' && !event.shiftKey && answer(event)}
            />
          </label>
          <p className="soft small">What somebody would need to be told on the telephone. The caption is apart.</p>
          <DecorativeBox {...{ isDecorative, setDecorative, setProblem }} />
          <p id="alt-problem" className="field-problem" role="alert">
            {problem}
          </p>
        </div>
      </form>
    </Dialog>
  )
}

/** The alternative text while it is typed. */
function useAlt(item: ShelfThing, onAnswer: Props['onAnswer']) {
  const [alt, setAlt] = useState(item.alt)
  const [isDecorative, setDecorative] = useState(false)
  const [problem, setProblem] = useState('')
  const answer = (event?: FormEvent): void => {
    event?.preventDefault()
    const words = alt.trim()
    if (isDecorative) onAnswer('')
    else if (words === '') setProblem('Say in a sentence what the picture shows, or mark it as decorative.')
    else if (nameSaysNothing(words)) setProblem(`“${words}” names a file; it says nothing about the picture.`)
    else onAnswer(words)
  }
  return { answer, alt, isDecorative, problem, setAlt, setProblem, setDecorative }
}

interface DecorativeBoxProps {
  isDecorative: boolean
  setDecorative: (value: boolean) => void
  setProblem: (value: string) => void
}

function DecorativeBox({ isDecorative, setDecorative, setProblem }: DecorativeBoxProps) {
  return (
    <label className="desk-check">
      <input
        type="checkbox"
        checked={isDecorative}
        onChange={(event) => (setDecorative(event.target.checked), setProblem(''))}
      />{' '}
      Decorative: readers lose nothing without it
    </label>
  )
}

/** The picture, and how far its sizes are, asked for again while they are made. */
function Shown({ courseId, item }: Pick<Props, 'courseId' | 'item'>) {
  const [made, setMade] = useState(item)
  useEffect(() => {
    if (made.state !== 'new') return
    const timer = setTimeout(() => void askShelfItem(courseId, item.id).then((now) => now && setMade(now)), 700)
    return () => clearTimeout(timer)
  }, [courseId, item.id, made])
  return (
    <div className="alt-picture">
      <img src={pictureAddress(item.id, 480)} alt="" />
      <p className="soft" role="status">
        {item.name}, {item.width} × {item.height}
        <br />
        {made.state === 'ready'
          ? 'Ready in the sizes that readers need.'
          : made.state === 'failed'
            ? made.problem
            : `Making sizes for readers, ${made.made} so far…`}
      </p>
    </div>
  )
}
