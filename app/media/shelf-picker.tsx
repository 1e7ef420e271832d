import { useEffect, useState } from 'react'
import { pictureAddress } from '../../core/media/pictures.ts'
import { useNewest } from '../shell/use-newest.ts'
import { askShelf, type ShelfThing } from './upload.ts'
import { Dialog } from '../shell/dialog.tsx'
import './shelf-picker.css'

interface Props {
  courseId: string
  onPick: (item: ShelfThing) => void
  onClose: () => void
}

/** Typing is looked up when it has paused for so long, in milliseconds. */
const PAUSE = 200

/** What the shelf has with some words; null before it was asked. */
function useShelf(courseId: string, words: string): { found: readonly ShelfThing[] | null; isDown: boolean } {
  const [found, setFound] = useState<readonly ShelfThing[] | null>(null)
  const [isDown, setDown] = useState(false)
  const newest = useNewest()
  useEffect(() => {
    const take = (things: ShelfThing[] | null): void => {
      setDown(things === null)
      if (things) setFound(things)
    }
    const timer = setTimeout(() => newest.hear(askShelf(courseId, words), take), words === '' ? 0 : PAUSE)
    return () => clearTimeout(timer)
    // eslint-disable-next-line react-hooks/exhaustive-deps -- asked when the words change
  }, [courseId, words])
  return { found, isDown }
}

function told(found: readonly ShelfThing[] | null, isDown: boolean, words: string): string {
  if (isDown) return 'The shelf does not answer just now. Try again in a moment.'
  if (found === null) return 'Looking…'
  if (found.length > 0) return `${found.length} ${found.length === 1 ? 'picture' : 'pictures'}`
  return words
    ? 'Nothing on the shelf has these words in its name or alternative text.'
    : 'The shelf of this course is empty. Drop a picture onto the sheet, and it is here too.'
}

/** Everything on the shelf of the course, found by name or by what its alternative text says. */
export function ShelfPicker({ courseId, onPick, onClose }: Props) {
  const [words, setWords] = useState('')
  const { found, isDown } = useShelf(courseId, words)
  return (
    <Dialog open title="From the shelf" width={760} footer={null} onCancel={onClose}>
      <label className="desk-field">
        <span>Search the shelf</span>
        <input
          placeholder="A word of its name or alternative text"
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
      </label>
      <p className="soft" role="status">
        {told(found, isDown, words)}
      </p>
      {found && found.length > 0 && (
        <ul className="shelf-grid">
          {found.map((item) => (
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
      )}
    </Dialog>
  )
}
