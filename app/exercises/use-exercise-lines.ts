import { useRef, useState } from 'react'
import { kindOfQuestion } from '../../core/questions/question.ts'
import type { ExerciseLine } from '../../server/exercises/queries.server.ts'
import { askBank, fetchQuestion } from '../bank/ask-bank.ts'
import { useOrdered } from '../shell/use-ordered.ts'

export interface ExerciseLines {
  readonly lines: readonly ExerciseLine[]
  /** Why the last change was not kept; empty when it was. */
  readonly problem: string
  readonly setPoints: (line: ExerciseLine, points: number) => void
  readonly move: (at: number, by: -1 | 1) => void
  readonly remove: (line: ExerciseLine) => void
  /** A question of the bank was chosen: it goes to the end, unless it is there. */
  readonly add: (id: string) => Promise<void>
  /** A question was changed in the bank. */
  readonly refresh: (id: string) => Promise<void>
}

/** The questions of an exercise; each change is kept at once, and taken back when the server refuses it. */
export function useExerciseLines(
  courseId: string,
  entryId: string,
  start: readonly ExerciseLine[],
  onChanged: () => void,
): ExerciseLines {
  const { lines, problem, now, show, keep } = useKeptLines(courseId, entryId, start, onChanged)
  const fetched = async (id: string): Promise<ExerciseLine | null> => {
    const question = await fetchQuestion(courseId, id)
    if (!question) return null
    const points = now.current.find(({ questionId }) => questionId === id)?.points ?? 1
    return { questionId: id, points, title: question.title, kind: kindOfQuestion(question.content), words: '' }
  }
  return {
    lines,
    problem,
    setPoints: (line, points) =>
      void keep(now.current.map((each) => (each.questionId === line.questionId ? { ...each, points } : each))),
    move: (at, by) => {
      const next = [...now.current]
      const [line] = next.splice(at, 1)
      if (line) void keep(next.toSpliced(at + by, 0, line))
    },
    remove: (line) => void keep(now.current.filter(({ questionId }) => questionId !== line.questionId)),
    add: async (id) => {
      const line = await fetched(id)
      if (line && !now.current.some(({ questionId }) => questionId === id)) await keep([...now.current, line])
    },
    refresh: async (id) => {
      const line = await fetched(id)
      if (line) show(now.current.map((each) => (each.questionId === id ? { ...line, words: each.words } : each)))
      onChanged()
    },
  }
}

/** The lines as they stand here, sent one change after the other. */
function useKeptLines(courseId: string, entryId: string, start: readonly ExerciseLine[], onKept: () => void) {
  const [lines, setLines] = useState(start)
  const [problem, setProblem] = useState('')
  // What stands here now, and what the server has: quick changes are made before the answer to the one before.
  const now = useRef(start)
  const kept = useRef(start)
  const changes = useRef(0)
  const show = (next: readonly ExerciseLine[]): void => setLines((now.current = next))
  const send = useOrdered((next: readonly ExerciseLine[]) =>
    askBank(courseId, {
      intent: 'exercise',
      entryId,
      lines: next.map(({ questionId, points }) => ({ questionId, points })),
    }),
  )
  const keep = async (next: readonly ExerciseLine[]): Promise<void> => {
    const change = ++changes.current
    show(next)
    const answer = await send(next)
    setProblem(answer.ok ? '' : (answer.reason ?? ''))
    if (answer.ok) {
      kept.current = next
      onKept()
    } else if (changes.current === change) show(kept.current)
  }
  return { lines, problem, now, show, keep }
}
