import { useState } from 'react'
import { kindOfQuestion } from '../../core/questions/question.ts'
import type { ExerciseLine } from '../../server/exercises/queries.server.ts'
import { askBank, fetchQuestion } from '../bank/ask-bank.ts'

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
  const [lines, setLines] = useState(start)
  const [problem, setProblem] = useState('')
  const keep = async (next: readonly ExerciseLine[]): Promise<void> => {
    const before = lines
    setLines(next)
    const asked = next.map(({ questionId, points }) => ({ questionId, points }))
    const answer = await askBank(courseId, { intent: 'exercise', entryId, lines: asked })
    setProblem(answer.ok ? '' : (answer.reason ?? ''))
    if (answer.ok) onChanged()
    else setLines(before)
  }
  const fetched = async (id: string): Promise<ExerciseLine | null> => {
    const question = await fetchQuestion(courseId, id)
    if (!question) return null
    const points = lines.find(({ questionId }) => questionId === id)?.points ?? 1
    return { questionId: id, points, title: question.title, kind: kindOfQuestion(question.content), words: '' }
  }
  return {
    lines,
    problem,
    setPoints: (line, points) => void keep(lines.map((each) => (each === line ? { ...each, points } : each))),
    move: (at, by) => {
      const next = [...lines]
      const [line] = next.splice(at, 1)
      if (line) void keep(next.toSpliced(at + by, 0, line))
    },
    remove: (line) => void keep(lines.filter((each) => each !== line)),
    add: async (id) => {
      const line = lines.some(({ questionId }) => questionId === id) ? null : await fetched(id)
      if (line) await keep([...lines, line])
    },
    refresh: async (id) => {
      const line = await fetched(id)
      if (line) setLines((now) => now.map((each) => (each.questionId === id ? { ...line, words: each.words } : each)))
      onChanged()
    },
  }
}
