import { Button } from 'antd'
import { type FormEvent, useEffect, useState } from 'react'
import { MOST_ALT } from '../../../core/kinds/picture/kinds.ts'
import { nameSaysNothing, pictureAddress } from '../../../core/media/pictures.ts'
import { askShelfItem, type ShelfThing } from '../../media/upload.ts'
import { type FieldSay, useFieldSay } from '../../editor/field-say.ts'
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
  const say = useFieldSay()
  const { answer, alt, isDecorative, problem, setAlt, setProblem, setDecorative } = useAlt(item, say, onAnswer)
  return (
    <Dialog
      open
      title={say('field.altTitle')}
      width={620}
      closable={{ 'aria-label': say('field.close') }}
      onCancel={onLater}
      mask={{ closable: false }}
      footer={
        <>
          <Button onClick={onLater}>{say('field.later')}</Button>
          <Button type="primary" onClick={() => answer()}>
            {say('field.keep')}
          </Button>
        </>
      }
    >
      <form className="alt-form" onSubmit={answer}>
        <Shown {...{ courseId, item }} />
        <div>
          <label className="desk-field">
            <span>{say('field.alt')}</span>
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
          <p className="soft small">{say('field.altWhy')}</p>
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
function useAlt(item: ShelfThing, say: FieldSay, onAnswer: Props['onAnswer']) {
  const [alt, setAlt] = useState(item.alt)
  const [isDecorative, setDecorative] = useState(false)
  const [problem, setProblem] = useState('')
  const answer = (event?: FormEvent): void => {
    event?.preventDefault()
    const words = alt.trim()
    if (isDecorative) onAnswer('')
    else if (words === '') setProblem(say('field.altMissing'))
    else if (nameSaysNothing(words)) setProblem(say('field.altIsName', { words }))
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
  const say = useFieldSay()
  return (
    <label className="desk-check">
      <input
        type="checkbox"
        checked={isDecorative}
        onChange={(event) => (setDecorative(event.target.checked), setProblem(''))}
      />{' '}
      {say('field.decorative')}
    </label>
  )
}

/** The picture, and how far its sizes are, asked for again while they are made. */
function Shown({ courseId, item }: Pick<Props, 'courseId' | 'item'>) {
  const say = useFieldSay()
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
        <bdi>{item.name}</bdi>, {item.width} × {item.height}
        <br />
        {made.state === 'ready'
          ? say('field.sizesReady')
          : made.state === 'failed'
            ? made.problem
            : say('field.sizesMade', { count: made.made })}
      </p>
    </div>
  )
}
