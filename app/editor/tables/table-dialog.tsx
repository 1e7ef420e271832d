import type { Editor } from '@tiptap/core'
import { CheckField } from '../check-field.tsx'
import { Button } from 'antd'
import { type FormEvent, useState } from 'react'
import { Dialog } from '../../shell/dialog.tsx'
import { useFieldSay } from '../field-say.ts'
import { insertTable, MOST_NEW_COLUMNS, MOST_NEW_ROWS, type TableDraft, USUAL_TABLE } from './new-table.ts'
import './table-dialog.css'

/** So many rows and columns are drawn; what is larger is typed. */
const DRAWN = { rows: 8, columns: 10 }

/** How many rows and columns a new table has, drawn and in numbers, and which of its cells are heads. */
export function TableDialog({ editor, onClose }: { editor: Editor; onClose: () => void }) {
  const say = useFieldSay()
  const [draft, setDraft] = useState(USUAL_TABLE)
  const set = (change: Partial<TableDraft>): void => setDraft((before) => ({ ...before, ...change }))
  const isRight = fits(draft.rows, MOST_NEW_ROWS) && fits(draft.columns, MOST_NEW_COLUMNS)
  const put = (event?: FormEvent): void => {
    event?.preventDefault()
    if (!isRight) return
    onClose()
    insertTable(draft)(editor.state, editor.view.dispatch, editor.view)
    setTimeout(() => editor.view.focus(), 0)
  }
  return (
    <Dialog
      open
      title={say('field.newTable')}
      width={460}
      closable={{ 'aria-label': say('field.close') }}
      onCancel={onClose}
      footer={
        <>
          <Button onClick={onClose}>{say('field.cancel')}</Button>
          <Button type="primary" onClick={() => put()} disabled={!isRight}>
            {say('field.insert')}
          </Button>
        </>
      }
    >
      <form className="table-dialog" onSubmit={put}>
        <DraftFields draft={draft} set={set} />
        <button type="submit" hidden />
      </form>
    </Dialog>
  )
}

interface DraftProps {
  draft: TableDraft
  set: (change: Partial<TableDraft>) => void
}

function DraftFields({ draft, set }: DraftProps) {
  const say = useFieldSay()
  return (
    <>
      <div className="table-size">
        <SizeField
          label={say('field.tableRows')}
          value={draft.rows}
          most={MOST_NEW_ROWS}
          onSet={(rows) => set({ rows })}
        />
        <SizeField
          label={say('field.tableColumns')}
          value={draft.columns}
          most={MOST_NEW_COLUMNS}
          onSet={(columns) => set({ columns })}
        />
      </div>
      <Drawing draft={draft} onSize={set} />
      <CheckField
        label={say('field.headerRow')}
        isOn={draft.hasHeaderRow}
        onSet={(hasHeaderRow) => set({ hasHeaderRow })}
      />
      <CheckField
        label={say('field.headerColumn')}
        isOn={draft.hasHeaderColumn}
        onSet={(hasHeaderColumn) => set({ hasHeaderColumn })}
      />
      <CheckField
        label={say('field.tableCaption')}
        isOn={draft.hasCaption}
        onSet={(hasCaption) => set({ hasCaption })}
      />
    </>
  )
}

const fits = (count: number, most: number): boolean => Number.isInteger(count) && count >= 1 && count <= most

interface SizeFieldProps {
  label: string
  value: number
  most: number
  onSet: (value: number) => void
}

function SizeField({ label, value, most, onSet }: SizeFieldProps) {
  const say = useFieldSay()
  const isRight = fits(value, most)
  return (
    <label className="desk-field">
      <span>{label}</span>
      <input
        type="number"
        min={1}
        max={most}
        value={Number.isNaN(value) ? '' : value}
        aria-invalid={!isRight}
        onFocus={({ target }) => target.select()}
        onChange={({ target }) => onSet(target.value.trim() === '' ? Number.NaN : Number(target.value))}
      />
      {!isRight && <small className="field-problem">{say('field.numberUpTo', { most: String(most) })}</small>}
    </label>
  )
}

/**
 * The table as it will be. A press on one of its cells gives it that size; who hears the page has the numbers for it.
 */
function Drawing({
  draft,
  onSize,
}: {
  draft: TableDraft
  onSize: (size: Pick<TableDraft, 'rows' | 'columns'>) => void
}) {
  return (
    <div className="table-drawing" aria-hidden style={{ gridTemplateColumns: `repeat(${DRAWN.columns}, 1fr)` }}>
      {Array.from({ length: DRAWN.rows * DRAWN.columns }, (_, index) => {
        const [row, column] = [Math.floor(index / DRAWN.columns), index % DRAWN.columns]
        const isIn = row < draft.rows && column < draft.columns
        const isHead = isIn && ((draft.hasHeaderRow && row === 0) || (draft.hasHeaderColumn && column === 0))
        return (
          <span
            key={index}
            className={isHead ? 'is-head' : isIn ? 'is-in' : ''}
            onClick={() => onSize({ rows: row + 1, columns: column + 1 })}
          />
        )
      })}
    </div>
  )
}
