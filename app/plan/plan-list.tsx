import { DndContext } from '@dnd-kit/core'
import { Button } from 'antd'
import { useRef, useState } from 'react'
import type { Shown } from '../../core/plan/shown.ts'
import type { PlanRow } from '../../server/plan/queries.server.ts'
import { titleOrKind } from '../shell/entry-kinds.tsx'
import { typeAhead } from '../shell/type-ahead.ts'
import { Composer, type ComposerPlace } from './composer.tsx'
import type { Dialog } from './dialog-address.ts'
import type { QueueView } from './plan-queue.ts'
import { PlanRowView } from './plan-row.tsx'
import { type RowAction, rowAction } from './row-keys.ts'
import type { PlanChanges } from './use-plan-changes.ts'
import { useRowDrag } from './use-row-drag.ts'
import type { RowFocus } from './use-row-focus.ts'
import { useWindow } from './use-window.ts'

type Row = PlanRow & { readonly depth: number }

interface Props {
  plan: readonly PlanRow[]
  /** All rows in their order, and those that the filter leaves. */
  rows: readonly Row[]
  shown: readonly Row[]
  /** What students see of each now. */
  shownOf: ReadonlyMap<string, Shown>
  focus: RowFocus
  changes: PlanChanges
  composing: ComposerPlace | null
  timeZone: string
  /** Why lines are not sent just now; null when they are. */
  trouble: QueueView['trouble']
  onCompose: (place: ComposerPlace | null) => void
  onOpen: (id: string) => void
  onSettings: (id: string) => void
  onPublish: (id: string) => void
  onDialog: (dialog: Dialog) => void
}

/** So many units are there wherever one is, so that the one above what is in sight can stay in sight. */
const MOST_UNITS = 60

const unitsOf = (shown: readonly Row[]): number[] => {
  const found = shown.flatMap(({ kind }, index) => (kind === 'unit' ? [index] : []))
  return found.length > MOST_UNITS ? [] : found
}

/** The rows of the plan: read, moved, renamed, and written into. */
export function PlanList(props: Props) {
  const { plan, rows, shown, focus, changes, composing, onCompose } = props
  const scroll = useRef<HTMLDivElement>(null)
  const inSight = useWindow(shown.length, scroll, [
    shown.findIndex(({ id }) => id === focus.focused),
    shown.findIndex(({ id }) => id === composing?.afterId),
    ...unitsOf(shown),
  ])
  const drag = useRowDrag(plan, (id, place) => void changes.send({ intent: 'move', ids: [id], ...place }))
  const compose = composing && <PlanComposer key="composer" {...props} composing={composing} />
  const row = useRowProps(props)
  return (
    <div className="plan-scroll" ref={scroll}>
      {rows.length === 0 && !composing && (
        <div className="plan-empty">
          <p>
            Lay the course out before writing: type its units, lessons and pages, a line each, or paste an outline you
            have.
          </p>
          <Button type="primary" onClick={() => onCompose({ afterId: null, depth: 0 })}>
            Begin the plan
          </Button>
        </div>
      )}
      <DndContext {...drag.context}>
        <ul className="plan-list" role="tree" aria-label="Plan of the course" ref={focus.list} {...focus.watch}>
          {[
            ...inSight.shown.flatMap((piece) => {
              if ('gap' in piece) return [<li key={piece.key} role="none" style={{ blockSize: piece.gap }} />]
              const each = shown[piece.index]!
              return [
                <PlanRowView
                  key={each.id}
                  {...row(each, piece.index)}
                  measure={inSight.measure}
                  drop={drag.drop?.overId === each.id ? drag.drop.words : null}
                />,
                // A neighbour in the same list: a row that comes before it leaves its field, and what is typed, alone.
                composing?.afterId === each.id ? compose : null,
              ]
            }),
            // In the same list wherever it stands: what is being typed is never made anew.
            composing && !shown.some(({ id }) => id === composing.afterId) ? compose : null,
          ]}
        </ul>
      </DndContext>
    </div>
  )
}

function PlanComposer({ composing, plan, trouble, focus, changes, onCompose }: Props & { composing: ComposerPlace }) {
  return (
    <Composer
      place={composing}
      plan={plan}
      trouble={trouble}
      onAdd={(afterId, lines, notes) => {
        changes.tell(notes)
        void changes.send({ intent: 'add', afterId, lines: [...lines] })
      }}
      onPlace={onCompose}
      onClose={() => {
        focus.want(composing.afterId)
        onCompose(null)
      }}
    />
  )
}

/** What each row is given: what it shows, and what is done from it. */
function useRowProps(props: Props) {
  const { plan, shownOf, focus, changes, timeZone, onCompose, onOpen, onSettings, onPublish, onDialog } = props
  const [renaming, setRenaming] = useState<string | null>(null)
  const onKey = useRowKeys(props, setRenaming)
  return (row: Row, index: number): Omit<React.ComponentProps<typeof PlanRowView>, 'measure' | 'drop'> => ({
    row,
    plan,
    shown: shownOf.get(row.id) ?? { type: 'draft' },
    index,
    timeZone,
    isTabStop: focus.focused ? focus.focused === row.id : index === 0,
    isRenaming: renaming === row.id,
    onFocus: () => focus.note(row.id),
    onKey: (event) => onKey(event, row, index),
    onOpen: () => onOpen(row.id),
    onRename: () => setRenaming(row.id),
    onRenamed: (title) => {
      setRenaming(null)
      if (title !== null && title !== row.title) void changes.send({ intent: 'rename', id: row.id, title })
      requestAnimationFrame(() => focus.go(row.id))
    },
    onDelete: () => void changes.remove(row),
    onAdd: () => onCompose({ afterId: row.id, depth: row.depth + 1 }),
    onSettings: () => onSettings(row.id),
    onPublish: () => onPublish(row.id),
    onExport: () => onDialog({ type: 'export', id: row.id }),
    onTemplate: () => onDialog({ type: 'save template', id: row.id }),
    onTurn: () => onDialog({ type: 'turn', id: row.id }),
    onStep: (direction) => changes.step(row.id, direction),
  })
}

/** What the keys of a row do. */
function useRowKeys(
  { rows, shown, focus, changes, onCompose, onOpen, onSettings }: Props,
  setRenaming: (id: string) => void,
) {
  const [letters] = useState(typeAhead)
  const act = (row: Row, action: RowAction): void => {
    if (action.type === 'go') focus.go(action.id)
    else if (action.type === 'step') changes.step(row.id, action.direction)
    else if (action.type === 'settings') onSettings(row.id)
    else if (action.type === 'open') onOpen(row.id)
    else if (action.type === 'add')
      onCompose({ afterId: row.id, depth: depthOf(rows, row.id) + (action.isDeeper ? 1 : 0) })
    else if (action.type === 'rename') setRenaming(row.id)
    else if (action.type === 'delete') void changes.remove(row)
    else if (action.type === 'menu')
      focus.list.current?.querySelector<HTMLElement>(`[data-id="${row.id}"] .row-menu`)?.click()
  }
  const onKey = (event: React.KeyboardEvent, row: Row, index: number): void => {
    if (event.target !== event.currentTarget) return
    const found = rowAction(event, row, shown)
    const at = found ? -1 : letters.find(event, shown.map(titleOrKind), index)
    const action = found ?? (at === -1 ? null : { type: 'go' as const, id: shown[at]!.id })
    if (!action) return
    event.preventDefault()
    act(row, action)
  }
  return onKey
}

/** On which level a row stands; what is no longer there counts as an item. */
export const depthOf = (rows: readonly Row[], id: string): number => rows.find((row) => row.id === id)?.depth ?? 2
