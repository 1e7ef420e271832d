import { Button } from 'antd'
import { ArrowDown, ArrowUp, type LucideIcon, Pencil, Plus, X } from 'lucide-react'
import { useRef, useState } from 'react'
import { QUESTION_KINDS, type QuestionKind } from '../../core/questions/kinds/registry.ts'
import type { ExerciseLine } from '../../server/exercises/queries.server.ts'
import { QuestionDialog } from '../questions/question-dialog.tsx'
import { type ExerciseLines, useExerciseLines } from './use-exercise-lines.ts'
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
  const held = useExerciseLines(courseId, entryId, start, onChanged)
  const { lines, problem } = held
  const [dialog, setDialog] = useState<{ change?: string } | null>(null)
  const list = useRef<HTMLOListElement>(null)
  const points = lines.reduce((sum, line) => sum + line.points, 0)
  const move = (at: number, by: -1 | 1): void => {
    held.move(at, by)
    // The focus goes with the line.
    requestAnimationFrame(() =>
      list.current?.querySelectorAll<HTMLElement>(by < 0 ? '.line-up' : '.line-down')[at + by]?.focus(),
    )
  }
  return (
    <section className="exercise-questions" aria-label="Questions of the exercise">
      <QuestionsHead {...{ lines, points }} />
      {lines.length > 0 && (
        <ol ref={list}>
          {lines.map((line, at) => (
            <Line
              key={line.questionId}
              {...{ line, at, held, move }}
              onChange={() => setDialog({ change: line.questionId })}
            />
          ))}
        </ol>
      )}
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
          {...{ courseId, language }}
          {...(dialog.change === undefined ? {} : { questionId: dialog.change })}
          onClose={() => {
            setDialog(null)
            if (dialog.change !== undefined) void held.refresh(dialog.change)
          }}
          onChosen={(id) => void held.add(id)}
        />
      )}
    </section>
  )
}

/** How many questions, and for how many points. */
function QuestionsHead({ lines, points }: { lines: readonly ExerciseLine[]; points: number }) {
  return (
    <h2>
      Questions{' '}
      <span className="soft">
        {lines.length === 0 ? 'none yet' : `${lines.length}, ${points} ${points === 1 ? 'point' : 'points'} together`}
      </span>
    </h2>
  )
}

interface LineProps {
  line: ExerciseLine
  at: number
  held: ExerciseLines
  move: (at: number, by: -1 | 1) => void
  onChange: () => void
}

function Line({ line, at, held: { lines, setPoints, remove }, move, onChange }: LineProps) {
  const name = line.title || line.words || `Question ${at + 1}`
  return (
    <li>
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
          onChange={({ target: { valueAsNumber: points } }) =>
            points >= 1 && points <= 100 && setPoints(line, Math.round(points))
          }
        />{' '}
        {line.points === 1 ? 'point' : 'points'}
      </label>
      <LineButton name={`Change ${name}`} icon={Pencil} onClick={onChange} />
      <LineButton
        name={`Move ${name} up`}
        className="line-up"
        icon={ArrowUp}
        isOff={at === 0}
        onClick={() => move(at, -1)}
      />
      <LineButton
        name={`Move ${name} down`}
        className="line-down"
        icon={ArrowDown}
        isOff={at === lines.length - 1}
        onClick={() => move(at, 1)}
      />
      <LineButton name={`Remove ${name}`} icon={X} onClick={() => remove(line)} />
    </li>
  )
}

interface LineButtonProps {
  name: string
  className?: string
  icon: LucideIcon
  isOff?: boolean
  onClick: () => void
}

function LineButton({ name, className = '', icon: Icon, isOff = false, onClick }: LineButtonProps) {
  return (
    <button
      type="button"
      className={`plain-button ${className}`}
      aria-label={name}
      aria-disabled={isOff}
      onClick={isOff ? undefined : onClick}
    >
      <Icon size={15} aria-hidden />
    </button>
  )
}
