import { Button } from 'antd'
import { FileUp, LayoutTemplate, Plus, TextSearch } from 'lucide-react'
import { Link } from 'react-router'
import { itemKinds } from '../../core/plan/kinds.ts'
import type { PlanRow } from '../../server/plan/queries.server.ts'
import type { Dialog } from './dialog-address.ts'

interface Props {
  plan: readonly PlanRow[]
  filter: string
  onFilter: (words: string) => void
  onDialog: (dialog: Dialog) => void
  onAdd: () => void
}

/** What is done with the plan as a whole, and the heads of its columns. */
export function PlanBar({ plan, filter, onFilter, onDialog, onAdd }: Props) {
  return (
    <>
      <div className="plan-bar">
        <h1 className="visually-hidden">Plan</h1>
        <input
          type="search"
          className="plan-filter"
          placeholder="Filter by title"
          aria-label="Filter the plan by title"
          value={filter}
          onChange={(event) => onFilter(event.target.value)}
        />
        <span className="plan-bar-end">
          <Link className="quiet-link" to="../replace" relative="path">
            <TextSearch size={16} strokeWidth={1.75} aria-hidden /> Find and replace
          </Link>
          <Button
            icon={<FileUp size={16} strokeWidth={1.75} aria-hidden />}
            onClick={() => onDialog({ type: 'import' })}
          >
            Import
          </Button>
          <Button
            icon={<LayoutTemplate size={16} strokeWidth={1.75} aria-hidden />}
            onClick={() => onDialog({ type: 'use template' })}
          >
            From a template
          </Button>
          <Button type="primary" icon={<Plus size={16} aria-hidden />} onClick={onAdd}>
            Add
          </Button>
        </span>
      </div>
      <div className="plan-head" aria-hidden>
        <span>
          Course, {counted(plan, ['unit'], 'unit')}, {counted(plan, itemKinds, 'item')}
        </span>
        <span>Status</span>
        <span>Minutes</span>
        <span>For students</span>
      </div>
    </>
  )
}

function counted(plan: readonly PlanRow[], kinds: readonly PlanRow['kind'][], name: string): string {
  const count = plan.filter((row) => kinds.includes(row.kind)).length
  return `${count} ${name}${count === 1 ? '' : 's'}`
}
