import { Button } from 'antd'
import { ArrowDown, ArrowUp, Pencil, Plus, X } from 'lucide-react'
import { useRef, useState } from 'react'
import { QUESTION_KINDS, type QuestionKind } from '../../core/questions/kinds/registry.ts'
import type { ExerciseLine } from '../../server/exercises/queries.server.ts'
import { askBank, fetchQuestion } from '../bank/ask-bank.ts'
import { QuestionDialog } from '../questions/question-dialog.tsx'
import { kindOfQuestion } from '../../core/questions/question.ts'
import './exercise-questions.css'

interface Props {
  courseId: string
  entryId: string
  language: string
  start: readonly ExerciseLine[]
  /** The questions have changed, beside the text. */
  onChanged: () => void
}

/** Beneath the text of an exercise: its questions in their order, with their points. */
export function ExerciseQuestions({ courseId, entryId, language, start, onChanged }: Props) {
  const [lines, setLines] = useState(start)
  const [dialog, setDialog] = useState<{ change?: string } | null>(null)
  const [problem, setProblem] = useState('')
  const list = useRef<HTMLOListElement>(null)
  const keep = async (next: readonly ExerciseLine[]): Promise<void> => {
    const before = lines
    setLines(next)
    const answer = await askBank(courseId, {
      intent: 'exercise',
      entryId,
      lines: next.map(({ questionId, points }) => ({ questionId, points })),
    })
    setProblem(answer.ok ? '' : (answer.reason ?? ''))
    if (answer.ok) onChanged()
    else setLines(before)
  }
  const move = (at: number, by: -1 | 1): void => {
    const next = [...lines]
    const [line] = next.splice(at, 1)
    if (!line) return
    next.splice(at + by, 0, line)
    void keep(next)
    requestAnimationFrame(() =>
      list.current?.querySelectorAll<HTMLElement>(by < 0 ? '.line-up' : '.line-down')[at + by]?.focus(),
    )
  }
  const refreshed = async (id: string): Promise<ExerciseLine | null> => {
    const question = await fetchQuestion(courseId, id)
    return (
      question && {
        questionId: id,
        points: lines.find(({ questionId }) => questionId === id)?.points ?? 1,
        title: question.title,
        kind: kindOfQuestion(question.content),
        words: '',
      }
    )
  }
  const chosen = async (id: string): Promise<void> => {
    const line = lines.some(({ questionId }) => questionId === id) ? null : await refreshed(id)
    if (line) await keep([...lines, line])
  }
  const changed = async (id: string): Promise<void> => {
    setDialog(null)
    const line = await refreshed(id)
    if (line) setLines((now) => now.map((each) => (each.questionId === id ? { ...line, words: each.words } : each)))
    onChanged()
  }
  const points = lines.reduce((sum, line) => sum + line.points, 0)
  return (
    <section className="exercise-questions" aria-label="Questions of the exercise">
      <h2>
        Questions{' '}
        <span className="soft">
          {lines.length === 0 ? 'none yet' : `${lines.length}, ${points} ${points === 1 ? 'point' : 'points'} together`}
        </span>
      </h2>
      <ol ref={list}>
        {lines.map((line, at) => {
          const name = line.title || line.words || `Question ${at + 1}`
          return (
            <li key={line.questionId}>
              <span className="line-number">{at + 1}</span>
              <span className="line-name">
                <b>{name}</b>
                <span className="soft">{QUESTION_KINDS[line.kind as QuestionKind]}</span>
              </span>
              <label>
                <span className="visually-hidden">Points of {name}</span>
                <input
                  type="number"
                  min={1}
                  max={100}
                  defaultValue={line.points}
                  onChange={({ target: { valueAsNumber } }) =>
                    valueAsNumber >= 1 &&
                    valueAsNumber <= 100 &&
                    void keep(
                      lines.map((each) => (each === line ? { ...each, points: Math.round(valueAsNumber) } : each)),
                    )
                  }
                />{' '}
                {line.points === 1 ? 'point' : 'points'}
              </label>
              <button
                type="button"
                className="plain-button"
                aria-label={`Change ${name}`}
                onClick={() => setDialog({ change: line.questionId })}
              >
                <Pencil size={15} aria-hidden />
              </button>
              <button
                type="button"
                className="plain-button line-up"
                aria-label={`Move ${name} up`}
                disabled={at === 0}
                onClick={() => move(at, -1)}
              >
                <ArrowUp size={15} aria-hidden />
              </button>
              <button
                type="button"
                className="plain-button line-down"
                aria-label={`Move ${name} down`}
                disabled={at === lines.length - 1}
                onClick={() => move(at, 1)}
              >
                <ArrowDown size={15} aria-hidden />
              </button>
              <button
                type="button"
                className="plain-button"
                aria-label={`Take ${name} out`}
                onClick={() => void keep(lines.filter((each) => each !== line))}
              >
                <X size={15} aria-hidden />
              </button>
            </li>
          )
        })}
      </ol>
      {problem && (
        <p className="entry-problem" role="alert">
          {problem}
        </p>
      )}
      <Button icon={<Plus size={15} aria-hidden />} onClick={() => setDialog({})}>
        Add a question
      </Button>
      {dialog && (
        <QuestionDialog
          courseId={courseId}
          language={language}
          {...(dialog.change === undefined ? {} : { questionId: dialog.change })}
          onClose={() => (dialog.change === undefined ? setDialog(null) : void changed(dialog.change))}
          onChosen={(id) => void chosen(id)}
        />
      )}
    </section>
  )
}
