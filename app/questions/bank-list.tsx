import { Button } from 'antd'
import { Menu } from '../shell/menu.tsx'
import { FolderPlus, Plus } from 'lucide-react'
import { useState } from 'react'
import { QUESTION_KINDS, type QuestionKind } from '../../core/questions/kinds/registry.ts'
import type { Folder, QuestionSummary } from '../../server/questions/queries.server.ts'
import { type AskedFilter, filterSearch } from './bank-filter.ts'
import type { Bank } from './use-bank.ts'

interface Props {
  courseId: string
  bank: Bank
  folders: readonly Folder[]
  questions: readonly QuestionSummary[]
  asked: AskedFilter
  /** The question that is open. */
  openId: string | undefined
}

/** The questions of the bank, those that fit what is looked for. */
export function BankList({ courseId, bank, folders, questions, asked, openId }: Props) {
  const isFiltered = asked.words !== '' || asked.kind !== null || asked.folder !== null
  const newMenu = {
    items: (Object.keys(QUESTION_KINDS) as QuestionKind[]).map((kind) => ({
      key: kind,
      label: QUESTION_KINDS[kind],
      onClick: () => bank.add(kind),
    })),
  }
  return (
    <nav className="bank-list" aria-label="Questions of the bank">
      <div className="bank-bar">
        <input
          type="search"
          className="plan-filter"
          aria-label="Find a question by its words"
          placeholder="Find by words"
          defaultValue={asked.words}
          onChange={(event) => bank.set({ words: event.target.value || null })}
        />
        <Menu menu={newMenu}>
          <Button type="primary" icon={<Plus size={15} aria-hidden />}>
            New
          </Button>
        </Menu>
      </div>
      <Filters {...{ bank, folders, asked }} />
      <Questions {...{ questions, openId, bank }} />
      {questions.length === 0 && !bank.fresh && (
        <p className="bank-empty soft">
          {isFiltered
            ? 'No question fits. Remove a filter, or make a new one here.'
            : 'The bank is empty. “New” makes the first question.'}
        </p>
      )}
      {questions.length > 0 && (
        <p className="bank-print">
          <a href={`/courses/${courseId}/questions/paper${filterSearch(asked)}`}>Print these questions</a>
        </p>
      )}
      <DeletedQuestion {...{ bank }} />
    </nav>
  )
}

interface QuestionsProps {
  questions: Props['questions']
  openId: Props['openId']
  bank: Props['bank']
}

function Questions({ questions, openId, bank }: QuestionsProps) {
  return (
    <ul>
      {questions.map((question) => (
        <li key={question.id}>
          <button
            type="button"
            data-closes-pane
            aria-current={question.id === openId || undefined}
            onClick={() => bank.openOther(question.id)}
          >
            <b>{question.title || question.words || 'Without a title'}</b>
            <span className="soft">
              {QUESTION_KINDS[question.kind]}
              {question.uses > 0 && `, in ${question.uses} ${question.uses === 1 ? 'exercise' : 'exercises'}`}
            </span>
          </button>
        </li>
      ))}
    </ul>
  )
}

/** What was deleted last, and the way to have it back. */
function DeletedQuestion({ bank }: { bank: Props['bank'] }) {
  return (
    <div className="plan-undo" role="status">
      {bank.deleted && (
        <>
          “{bank.deleted.title}” deleted. {bank.deleted.uses}
          <button type="button" className="link-button" onClick={() => void bank.restore()}>
            Restore
          </button>
        </>
      )}
    </div>
  )
}

/** By folder and kind; and the name of a new folder while it is typed. */
function Filters({ bank, folders, asked }: Pick<Props, 'bank' | 'folders' | 'asked'>) {
  const [naming, setNaming] = useState<string | null>(null)
  const addFolder = (): void => {
    setNaming(null)
    void bank.addFolder(naming ?? '')
  }
  const valueOf = (value: string): string | null => (value === 'all' ? null : value)
  return (
    <>
      <div className="bank-filters">
        <select
          aria-label="Folder"
          value={asked.folder ?? 'all'}
          onChange={(event) => bank.set({ folder: valueOf(event.target.value) })}
        >
          <option value="all">All folders</option>
          <option value="">Not in a folder</option>
          {folders.map(({ id, name, count }) => (
            <option key={id} value={id}>
              {name} ({count})
            </option>
          ))}
        </select>
        <select
          aria-label="Kind"
          value={asked.kind ?? 'all'}
          onChange={(event) => bank.set({ kind: valueOf(event.target.value) })}
        >
          <option value="all">All kinds</option>
          {Object.entries(QUESTION_KINDS).map(([kind, label]) => (
            <option key={kind} value={kind}>
              {label}
            </option>
          ))}
        </select>
        <Button
          size="small"
          type="text"
          icon={<FolderPlus size={15} aria-hidden />}
          aria-label="New folder"
          title="New folder"
          onClick={() => setNaming('')}
        />
      </div>
      {naming !== null && <FolderName {...{ naming, setNaming, addFolder }} />}
    </>
  )
}

interface FolderNameProps {
  naming: string
  setNaming: (value: string | null) => void
  addFolder: () => void
}

/** The name of a new folder; Enter, or leaving it, makes the folder. */
function FolderName({ naming, setNaming, addFolder }: FolderNameProps) {
  return (
    <input
      className="plan-filter"
      autoFocus
      aria-label="Name of the new folder"
      placeholder="Name of the new folder, then Enter"
      maxLength={100}
      value={naming}
      onChange={(event) => setNaming(event.target.value)}
      onKeyDown={(event) => (event.key === 'Enter' ? addFolder() : event.key === 'Escape' && setNaming(null))}
      onBlur={addFolder}
    />
  )
}
