import { Segmented } from 'antd'
import { useState } from 'react'
import type { EditionSummary } from '../../server/editions/queries.server.ts'
import { fromField } from '../shell/zoned-time.ts'
import type { Standing } from '../saving/standing.ts'
import { Dialog } from '../shell/dialog.tsx'

const WIDTHS = { phone: 390, tablet: 768, desktop: 1180 }
type Width = keyof typeof WIDTHS
type Done = 'nothing' | 'before' | 'all'

interface Props {
  courseId: string
  itemId: string
  editions: readonly EditionSummary[]
  standing: Standing
  version: number
  timeZone: string
  /** What students truly read of it now. */
  students: string
  onClose: () => void
}

/** The page as students see it, or as they would: the reading room's own renderer in a frame of their width. */
export function AsStudent({ courseId, itemId, editions, standing, version, timeZone, students, onClose }: Props) {
  const newest = editions[0]?.number
  const [of, setOf] = useState<'work' | 'edition'>('work')
  const [width, setWidth] = useState<Width>('phone')
  const [at, setAt] = useState('')
  const [done, setDone] = useState<Done>('nothing')
  const dateTime = fromField(at, timeZone)
  const source = `/courses/${courseId}/items/${itemId}/preview?of=${of === 'work' || !newest ? 'work' : newest}&done=${done}${dateTime ? `&at=${encodeURIComponent(dateTime)}` : ''}`
  return (
    <Dialog
      open
      title="As a student"
      width="min(1240px, calc(100vw - 32px))"
      footer={null}
      onCancel={onClose}
      className="as-student"
      style={{ top: 16 }}
    >
      <div className="as-student-bar">
        <Segmented
          aria-label="What to look at"
          value={of}
          onChange={setOf}
          options={[
            { value: 'work' as const, label: 'Working version' },
            { value: 'edition' as const, label: newest ? `Edition ${newest}` : 'No edition yet', disabled: !newest },
          ]}
        />
        <WidthChoice {...{ width, setWidth }} />
        <DateField {...{ at, setAt }} />
        <DoneField {...{ done, setDone }} />
        <span className="soft">Now: {students}.</span>
        {of === 'work' && standing.type !== 'kept' && (
          <span className="soft">The last changes are not saved yet and don’t show here.</span>
        )}
      </div>
      {/* It scrolls sideways where the screen is narrower than the student’s. */}
      <div className="as-student-ground" role="group" aria-label="The student’s screen" tabIndex={0}>
        <iframe
          key={`${source} ${version}`}
          title="The page as a student sees it"
          src={source}
          style={{ width: WIDTHS[width] }}
        />
      </div>
    </Dialog>
  )
}

interface WidthChoiceProps {
  width: Width
  setWidth: (value: Width) => void
}

function WidthChoice({ width, setWidth }: WidthChoiceProps) {
  return (
    <Segmented
      aria-label="Width"
      value={width}
      onChange={setWidth}
      options={(Object.keys(WIDTHS) as Width[]).map((each) => ({
        value: each,
        label: `${each.charAt(0).toUpperCase()}${each.slice(1)}, ${WIDTHS[each]}`,
      }))}
    />
  )
}

function DateField({ at, setAt }: { at: string; setAt: (value: string) => void }) {
  return (
    <label className="as-student-field">
      On{' '}
      <input
        type="datetime-local"
        aria-label="On which date; empty is now"
        value={at}
        onChange={(event) => setAt(event.target.value)}
      />
    </label>
  )
}

/** What whoever looks has done in the course. */
function DoneField({ done, setDone }: { done: Done; setDone: (value: Done) => void }) {
  return (
    <label className="as-student-field">
      having done{' '}
      <select value={done} onChange={(event) => setDone(event.target.value as Done)}>
        <option value="nothing">nothing yet</option>
        <option value="before">all before this</option>
        <option value="all">everything</option>
      </select>
    </label>
  )
}
