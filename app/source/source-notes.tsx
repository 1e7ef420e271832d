import type { ReadNote } from '../../core/html/report.ts'
import type { Diagnostic, SourceRepair } from '../../core/source/check/diagnostic.ts'

interface Props {
  diagnostics: readonly Diagnostic[]
  notes: readonly ReadNote[]
  isReading: boolean
  onShow: (line: number) => void
  onRepair: (repair: SourceRepair) => void
}

const TYPES = { recognised: 'Recognised', 'left out': 'Left out', changed: 'Changed' } as const

/** Under the source: what the check found, with repairs, and what came of the rest. */
export function SourceNotes({ diagnostics, notes, isReading, onShow, onRepair }: Props) {
  // What the check explains at its line need not be told a second time.
  const explained = new Set(
    diagnostics.filter(({ rule }) => rule === 'unsafe' || rule === 'obsolete').map(({ line }) => line),
  )
  const told = notes.filter(({ type, line }) => type === 'recognised' || line === null || !explained.has(line))
  const errors = diagnostics.filter(({ severity }) => severity === 'error').length
  const summary = isReading
    ? 'reading…'
    : [
        count(errors, 'fault', 'faults'),
        count(diagnostics.length - errors, 'hint', 'hints'),
        count(told.length, 'thing to know', 'things to know'),
      ]
        .filter(Boolean)
        .join(', ') || 'all of it is on the sheet'
  return (
    <div className="source-notes">
      <p role="status">
        <b>Source check</b> <span className="soft">· {summary}</span>
      </p>
      <ul>
        {diagnostics.map((found, at) => (
          <Found key={`d${at}`} {...{ found, onShow, onRepair }} />
        ))}
        {told.map(({ line, message, type }, at) => (
          <Note key={`n${at}`} {...{ line, onShow, type, message }} />
        ))}
      </ul>
    </div>
  )
}

interface FoundProps {
  found: Diagnostic
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
          <button
            key={repair.label}
            type="button"
            className="link-button"
            onMouseDown={(event) => event.preventDefault()}
            onClick={() => onRepair(repair)}
          >
            {repair.label}
          </button>
        ))}
      </span>
    </li>
  )
}

interface NoteProps {
  line: number | null
  onShow: (line: number) => void
  type: keyof typeof TYPES
  message: string
}

function Note({ line, onShow, type, message }: NoteProps) {
  return (
    <li>
      <Line line={line} onShow={onShow} />
      <span>
        <span className={type === 'recognised' ? 'note-type is-good' : 'note-type'}>{TYPES[type]}</span> {message}
      </span>
    </li>
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
