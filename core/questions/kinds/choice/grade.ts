import type { QuestionResponse, Graded } from '../kind.ts'
import type { Say } from '../../../words/say.ts'
import type { ChoiceAnswer } from './model.ts'

/**
 * One of many: all or nothing. Several of many: each right choice counts, each wrong one takes as much away, never
 * below nothing (common practice).
 */
export function gradeChoice({ mode, choices }: ChoiceAnswer, response: QuestionResponse, say: Say): Graded {
  const chosen = choices.filter(({ id }) => typeof response !== 'string' && response.includes(id))
  if (chosen.length === 0) return { ok: false, reason: say('exercise.chooseFirst') }
  if (mode === 'one' && chosen.length > 1) return { ok: false, reason: say('exercise.chooseOne') }
  const right = choices.filter(({ isRight }) => isRight).length
  const good = chosen.filter(({ isRight }) => isRight).length
  const score = mode === 'one' ? good : Math.max(0, (good - (chosen.length - good)) / Math.max(1, right))
  return { ok: true, score: Math.min(1, score), chosen: chosen.map(({ id }) => id), remark: '' }
}
