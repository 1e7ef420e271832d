import type { SourceFinding, SourceRepair } from '../../core/source/check/diagnostic.ts'
import type { FragmentNotes } from '../../core/source/fragments.ts'
import type { Reading } from './live-source.ts'
import type { LeftOutInHand } from '../sheet/use-left-out.ts'

interface Props {
  diagnostics: readonly SourceFinding[]
  notes: readonly FragmentNotes[]
  reading: Reading
  /** What was left out before, and waits beside the page. */
  leftOut: LeftOutInHand
  onShow: (line: number) => void
  onRepair: (repair: SourceRepair) => void
  onKeep: (code: Code) => void
  onTake: (note: FragmentNotes) => void
}
type Code = NonNullable<FragmentNotes['code']>

const UNREAD: Partial<Record<Reading, string>> = {
  reading: 'reading…',
  waiting: 'what you write comes onto the sheet once it is closed, or when you leave the source',
}
const TYPES = { recognised: 'Recognised', 'left out': 'Left out', changed: 'Changed' } as const

/** Under the source: what the check found, with repairs, and what came of the rest. */
export function SourceNotes({ diagnostics, notes, reading, leftOut, onShow, onRepair, onKeep, onTake }: Props) {
  const errors = diagnostics.filter(({ severity }) => severity === 'error').length
  const summary =
    UNREAD[reading] ??
    ([
      count(errors, 'fault', 'faults'),
      count(diagnostics.length - errors, 'hint', 'hints'),
      count(notes.length, 'thing to know', 'things to know'),
    ]
      .filter(Boolean)
      .join(', ') ||
      (leftOut.count === 0 ? 'all of it is on the sheet' : 'nothing new'))
  return (
    <div className="source-notes">
      <p role="status">
        <b>Source check</b> <span className="soft">· {summary}</span>
      </p>
      {leftOut.count > 0 && (
        <p>
          {count(leftOut.count, 'thing was', 'things were')} left out before.{' '}
          <NoteButton name="Decide in the side desk" onPress={leftOut.show} />
        </p>
      )}
      <ul>
        {diagnostics.map((found, at) => (
          <Found key={`${found.rule} ${found.line} ${at}`} {...{ found, onShow, onRepair }} />
        ))}
        {notes.map((note, at) => (
          <Note key={`n${at}`} {...{ note, onShow, onKeep }} onTake={() => onTake(note)} />
        ))}
      </ul>
    </div>
  )
}

interface FoundProps {
  found: SourceFinding
  onShow: (line: number) => void
  onRepair: (repair: SourceRepair) => void
}

function Found({ found, onShow, onRepair }: FoundProps) {
  return (
    <li className={found.severity === 'error' ? 'is-fault' : ''}>
      <Line line={found.line} onShow={onShow} />
      <span>
        <span className="visually-hidden">{found.severity === 'error' ? 'Fault: ' : 'Hint: '}</span>
        {found.message}{' '}
        {found.repairs.map((repair) => (
          <NoteButton key={repair.label} name={repair.label} onPress={() => onRepair(repair)} />
        ))}
        {found.made !== undefined && (
          <span className="source-made">
            Browsers make of it: <code>{found.made}</code>
          </span>
        )}
        <details className="source-why">
          <summary>Why it matters</summary>
          {found.why}
        </details>
      </span>
    </li>
  )
}

/** What was said of which code. */
export const keyOf = ({ line, messages, code }: FragmentNotes): string => JSON.stringify([code?.text ?? line, messages])

interface NoteProps {
  note: FragmentNotes
  onShow: (line: number) => void
  onKeep: (code: Code) => void
  onTake: () => void
}

/** What came of one fragment, and what can be done about it. */
function Note({ note: { line, type, messages, code }, onShow, onKeep, onTake }: NoteProps) {
  return (
    <li>
      <Line line={line} onShow={onShow} />
      <span>
        <span className={type === 'recognised' ? 'note-type is-good' : 'note-type'}>{TYPES[type]}</span>{' '}
        {messages.join(' ')}{' '}
        {type !== 'recognised' && code && <NoteButton name="Keep it as an HTML piece" onPress={() => onKeep(code)} />}
        {type !== 'recognised' && <NoteButton name="Take it so" onPress={onTake} />}
      </span>
    </li>
  )
}

function NoteButton({ name, onPress }: { name: string; onPress: () => void }) {
  return (
    <button type="button" className="link-button" onMouseDown={(event) => event.preventDefault()} onClick={onPress}>
      {name}
    </button>
  )
}

function count(number: number, one: string, many: string): string {
  return number === 0 ? '' : `${number} ${number === 1 ? one : many}`
}

function Line({ line, onShow }: { line: number | null; onShow: (line: number) => void }) {
  if (line === null) return <span />
  return (
    <button
      type="button"
      className="link-button note-line"
      onMouseDown={(event) => event.preventDefault()}
      onClick={() => onShow(line)}
    >
      line {line}
    </button>
  )
}
