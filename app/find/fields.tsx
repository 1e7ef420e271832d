import type { ComponentProps } from 'react'
import type { Put, Query } from '../../core/find/find.ts'
import { MOST_WORDS } from '../../core/replace/wire.ts'

interface FindProps extends Omit<ComponentProps<'input'>, 'value' | 'onChange'> {
  query: Query
  setQuery: (query: Query) => void
  /** Why it can't be looked for; empty when it can. */
  problem: string
}

/** What is looked for. */
export function FindField({ query, setQuery, problem, ...rest }: FindProps) {
  return (
    <input
      {...rest}
      className="find-field"
      aria-label="Find"
      placeholder="Find"
      maxLength={MOST_WORDS}
      aria-invalid={problem !== ''}
      value={query.words}
      onChange={({ target }) => setQuery({ ...query, words: target.value })}
    />
  )
}

interface PutProps extends Omit<ComponentProps<'input'>, 'value' | 'onChange'> {
  query: Query
  put: Put
  setPut: (put: Put) => void
}

/** What takes its place. */
export function PutField({ query, put, setPut, ...rest }: PutProps) {
  return (
    <input
      {...rest}
      className="find-field"
      aria-label="Replace with"
      placeholder={query.isPattern ? 'Replace with; $1 is the first group' : 'Replace with'}
      maxLength={MOST_WORDS}
      value={put.words}
      onChange={({ target }) => setPut({ ...put, words: target.value })}
    />
  )
}
