import type { Put, Query } from '../../core/find/find.ts'
import { MOST_WORDS } from '../../core/replace/wire.ts'

/** What is looked for across a course and what takes its place. */
export interface Asked {
  readonly query: Query
  readonly put: Put
}

/** It as an address says it. */
export function searchFor({ words, isCase, isWhole, isPattern }: Query, put: Put): string {
  return new URLSearchParams({
    ...(words === '' ? {} : { words }),
    ...(put.words === '' ? {} : { put: put.words }),
    ...(isCase ? { case: '1' } : {}),
    ...(isWhole ? { whole: '1' } : {}),
    ...(isPattern ? { pattern: '1' } : {}),
    ...(put.keepsCapitals ? {} : { typed: '1' }),
  }).toString()
}

/** It read from an address that anybody may have written. */
export function askedIn(search: string): Asked {
  const asked = new URLSearchParams(search)
  const said = (name: string): string => (asked.get(name) ?? '').toWellFormed().slice(0, MOST_WORDS)
  return {
    query: {
      words: said('words'),
      isCase: asked.has('case'),
      isWhole: asked.has('whole'),
      isPattern: asked.has('pattern'),
    },
    put: { words: said('put'), keepsCapitals: !asked.has('typed') },
  }
}
