import type { Question, QuestionSummary } from '../../server/questions/queries.server.ts'
import { type BankAnswer, bankAnswer, type BankRequest } from './question-requests.ts'

/** Asks the bank of a course to do something. Never rejects. */
export async function askBank(courseId: string, request: BankRequest): Promise<BankAnswer> {
  try {
    const response = await fetch(`/courses/${courseId}/question-bank`, {
      method: 'POST',
      body: JSON.stringify(request),
      headers: { 'Content-Type': 'application/json' },
    })
    if (response.status === 401)
      return { ok: false, reason: 'You are no longer signed in. Sign in in another tab; what you wrote is still here.' }
    return bankAnswer.parse(await response.json())
  } catch {
    return {
      ok: false,
      reason: 'The server does not answer. What you wrote is still here; it is saved as soon as the server is back.',
    }
  }
}

/** Questions of the bank that fit; null when they can't be had now. */
export async function fetchQuestions(courseId: string, words: string, kind = ''): Promise<QuestionSummary[] | null> {
  const response = await fetch(
    `/courses/${courseId}/question-bank?${new URLSearchParams({ words, kind }).toString()}`,
  ).catch(() => null)
  return response?.ok ? ((await response.json()) as QuestionSummary[]) : null
}

export async function fetchQuestion(courseId: string, id: string): Promise<Question | null> {
  const response = await fetch(`/courses/${courseId}/question-bank?id=${encodeURIComponent(id)}`).catch(() => null)
  return response?.ok ? ((await response.json()) as Question) : null
}
