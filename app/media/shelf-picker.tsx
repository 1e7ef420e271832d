import { Modal } from 'antd'
import { useEffect, useRef, useState } from 'react'
import { pictureAddress } from '../../core/media/pictures.ts'
import { askShelf, type ShelfThing } from './upload.ts'
import './shelf-picker.css'

/** Everything on the shelf of the course, found by name or by what its alternative text says. */
export function ShelfPicker({
  courseId,
  onPick,
  onClose,
}: {
  courseId: string
  onPick: (item: ShelfThing) => void
  onClose: () => void
}) {
  const field = useRef<HTMLInputElement>(null)
  const [words, setWords] = useState('')
  const [found, setFound] = useState<readonly ShelfThing[] | null>(null)
  const [isDown, setDown] = useState(false)
  useEffect(() => {
    let isOver = false
    const timer = setTimeout(
      () => {
        void askShelf(courseId, words).then((things) => {
          if (isOver) return
          setDown(things === null)
          if (things) setFound(things)
        })
      },
      words === '' ? 0 : 200,
    )
    return () => {
      isOver = true
      clearTimeout(timer)
    }
  }, [courseId, words])
  const told = isDown
    ? 'The shelf does not answer just now. Try again in a moment.'
    : found === null
      ? 'Looking…'
      : found.length > 0
        ? `${found.length} ${found.length === 1 ? 'picture' : 'pictures'}`
        : words
          ? 'Nothing on the shelf has these words in its name or alternative text.'
          : 'The shelf of this course is empty. Drop a picture onto the sheet, and it is here too.'
  return (
    <Modal
      open
      title="From the shelf"
      width={760}
      footer={null}
      onCancel={onClose}
      afterOpenChange={(isOpen) => isOpen && field.current?.focus()}
    >
      <label className="desk-field">
        <span className="visually-hidden">Search the shelf</span>
        <input
          ref={field}
          placeholder="A word of its name or alternative text"
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
      </label>
      <p className="soft" role="status">
        {told}
      </p>
      <ul className="shelf-grid">
        {found?.map((item) => (
          <li key={item.id}>
            <button type="button" onClick={() => onPick(item)}>
              <span className="shelf-picture">
                <img src={pictureAddress(item.id, 480)} alt="" loading="lazy" />
              </span>
              <span className="shelf-name">{item.name}</span>
              <small className="soft">{item.alt || (item.problem ?? 'no alternative text yet')}</small>
            </button>
          </li>
        ))}
      </ul>
    </Modal>
  )
}
