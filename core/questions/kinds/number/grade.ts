import { readFormula } from '../../../formulas/formula.ts'
import { readNumber, toFigures } from '../../numbers.ts'
import { convert, splitQuantity } from '../../units.ts'
import type { Values } from '../../versions.ts'
import type { QuestionResponse, Graded } from '../kind.ts'
import type { Say } from '../../../words/say.ts'
import type { NumberAnswer, Tolerance } from './model.ts'

/** How far two numbers may differ and still be the same: what is lost in computing with 53 bits. */
const SAME = 1e-9

/** A number is right when it is near enough, in whatever unit it is given. A missing unit is told, and forgiven. */
export function gradeNumber(
  { value, tolerance, unit }: NumberAnswer,
  values: Values,
  response: QuestionResponse,
  say: Say,
): Graded {
  const typed = typeof response === 'string' ? response.trim() : ''
  if (typed === '') return { ok: false, reason: say('exercise.typeNumber') }
  if (typed.length > 100) return { ok: false, reason: say('exercise.tooLong') }
  const { number: text, unit: responseUnit } = splitQuantity(typed)
  const number = readNumber(text)
  if (number === null)
    return {
      ok: false,
      reason: say(unit ? 'exercise.noNumberUnit' : 'exercise.noNumber', { typed: typed.slice(0, 60), unit }),
    }
  const formula = readFormula(value)
  const target = formula.ok ? formula.formula.valueOf(values) : NaN
  if (!Number.isFinite(target)) return { ok: false, reason: say('exercise.noAnswer') }
  if (unit === '')
    return responseUnit === ''
      ? graded(number, target, tolerance, '')
      : { ok: false, reason: say('exercise.bareNumber', { unit: responseUnit.slice(0, 30) }) }
  if (responseUnit === '') {
    const result = graded(number, target, tolerance, '')
    return result.ok && result.score === 1 ? { ...result, remark: say('exercise.unitMissing', { unit }) } : result
  }
  const converted = convert(number, responseUnit, unit)
  if (converted === null)
    return { ok: false, reason: say('exercise.otherUnit', { given: responseUnit.slice(0, 30), unit }) }
  return graded(
    converted,
    target,
    tolerance,
    responseUnit === unit ? '' : say('exercise.isTheSame', { typed, number: toFigures(converted, 6), unit }),
  )
}

function graded(number: number, target: number, tolerance: Tolerance, remark: string): Graded {
  return { ok: true, score: isWithin(number, target, tolerance) ? 1 : 0, chosen: [], remark }
}

/** Whether a number is as near to a value as it must be; what lies on the border is within. */
export function isWithin(number: number, target: number, tolerance: Tolerance): boolean {
  if (tolerance.sort === 'figures') return toFigures(number, tolerance.amount) === toFigures(target, tolerance.amount)
  const most = tolerance.sort === 'absolute' ? tolerance.amount : (Math.abs(target) * tolerance.amount) / 100
  return Math.abs(number - target) <= most + SAME * Math.max(1, Math.abs(target), Math.abs(number))
}
