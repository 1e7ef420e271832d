import { Button, Segmented } from 'antd'
import { nanoid } from 'nanoid'
import { useEffect, useState } from 'react'
import { QUESTION_KINDS, type QuestionKind } from '../../core/questions/kinds/registry.ts'
import { blankQuestion } from '../../core/questions/question.ts'
import type { QuestionSummary } from '../../server/questions/queries.server.ts'
import type { AskProps } from '../pieces/bank-question/asking.ts'
import { fetchQuestion, fetchQuestions } from '../bank/ask-bank.ts'
import { useNewest } from '../shell/use-newest.ts'
import { type EditedQuestion, QuestionEditor } from './question-editor.tsx'
import { Dialog } from '../shell/dialog.tsx'
import './question-dialog.css'

/** Chooses a question of the bank, makes a new one, or changes one, without leaving what is being written. */
export function QuestionDialog({ courseId, language, questionId, onClose, onChosen }: AskProps) {
  const [words, setWords] = useState('')
  const [edited, setEdited] = useState<EditedQuestion | null>(null)
  const isNew = questionId === undefined
  const [isKept, setKept] = useState(!isNew)
  useEffect(() => {
    if (questionId !== undefined)
      void fetchQuestion(courseId, questionId).then((question) => question && setEdited(question))
  }, [courseId, questionId])
  const choose = (id: string): void => {
    onChosen(id)
    onClose()
  }
  const make = (kind: QuestionKind): void => {
    setKept(false)
    setEdited({ id: nanoid(12), title: '', content: blankQuestion(kind, () => nanoid(8)), version: null })
  }
  return (
    <Dialog
      open
      width="min(1180px, calc(100vw - 32px))"
      style={{ top: 20 }}
      className="question-dialog"
      title={!isNew ? 'Change the question' : edited ? 'New question' : 'A question of the bank'}
      onCancel={onClose}
      mask={{ closable: false }}
      footer={
        edited && (
          <>
            {isNew && <Button onClick={() => setEdited(null)}>Back to the bank</Button>}
            <Button type="primary" disabled={!isKept} onClick={() => (isNew ? choose(edited.id) : onClose())}>
              {isNew ? 'Add the question' : 'Done'}
            </Button>
          </>
        )
      }
    >
      {edited ? (
        <div className="question-dialog-body">
          <QuestionEditor {...{ courseId, language }} question={edited} folderId={null} onKept={() => setKept(true)} />
        </div>
      ) : isNew ? (
        <BankChoice {...{ courseId, words }} onWords={setWords} onChoose={choose} onMake={make} />
      ) : (
        <p className="soft">Loading…</p>
      )}
    </Dialog>
  )
}

/** Typing is looked up when it has paused for so long, in milliseconds. */
const PAUSE = 200

interface ChoiceProps {
  courseId: string
  words: string
  onWords: (words: string) => void
  onChoose: (id: string) => void
  onMake: (kind: QuestionKind) => void
}

/** The questions with some words; null when they can’t be had now. */
function useFound(courseId: string, words: string): QuestionSummary[] | null {
  const [found, setFound] = useState<QuestionSummary[] | null>([])
  const newest = useNewest()
  useEffect(() => {
    const timer = setTimeout(() => newest.hear(fetchQuestions(courseId, words), setFound), words === '' ? 0 : PAUSE)
    return () => clearTimeout(timer)
    // eslint-disable-next-line react-hooks/exhaustive-deps -- asked when the words change
  }, [courseId, words])
  return found
}

/** The questions of the bank, found by words; or a new one of some kind. */
function BankChoice({ courseId, words, onWords, onChoose, onMake }: ChoiceProps) {
  const found = useFound(courseId, words)
  return (
    <>
      <div className="question-dialog-bar">
        <input
          type="search"
          className="plan-filter"
          aria-label="Find a question by its words"
          placeholder="Find by words"
          value={words}
          onChange={(event) => onWords(event.target.value)}
        />
        <span className="soft">or make a new one:</span>
        <Segmented<QuestionKind | 'none'>
          aria-label="Make a new question"
          value="none"
          options={(Object.keys(QUESTION_KINDS) as QuestionKind[]).map((kind) => ({
            value: kind,
            label: QUESTION_KINDS[kind],
          }))}
          onChange={(kind) => kind !== 'none' && onMake(kind)}
        />
      </div>
      {found && found.length > 0 && (
        <ul className="question-choices">
          {found.map((question) => (
            <li key={question.id}>
              <button type="button" onClick={() => onChoose(question.id)}>
                <b>{question.title || question.words || 'Without a title'}</b>
                <span className="soft">
                  {QUESTION_KINDS[question.kind]} · {question.words}
                </span>
              </button>
            </li>
          ))}
        </ul>
      )}
      {found === null && <p role="alert">The bank can’t be reached just now. Try again in a moment.</p>}
      {found?.length === 0 && (
        <p className="soft">
          {words === '' ? 'The bank is empty. Make its first question here.' : 'No question has these words.'}
        </p>
      )}
    </>
  )
}
