import type { ReadRequest } from '../reading/answer.server.ts'

export type Theme = 'light' | 'dark'

/** The reader's choice of theme, from its cookie; null follows the system. */
export function themeOf(request: Pick<ReadRequest, 'headers'>): Theme | null {
  const match = /(?:^|;\s*)theme=(light|dark)(?:;|$)/.exec(request.headers.get('Cookie') ?? '')
  return (match?.[1] as Theme | undefined) ?? null
}
