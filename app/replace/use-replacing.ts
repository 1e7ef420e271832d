import { nanoid } from 'nanoid'
import { useEffect, useMemo, useState } from 'react'
import { useLocation, useRevalidator } from 'react-router'
import type { Put, Query } from '../../core/find/find.ts'
import { inOrder } from '../../core/plan/tree.ts'
import { replaceAnswer, type Replacement, replacement, type ReplaceRequest } from '../../core/replace/wire.ts'
import type { PlanRow } from '../../server/plan/queries.server.ts'
import { announce } from '../shell/announce.ts'
import { sendJson } from '../shell/ask-json.ts'
import { useJobs } from '../shell/use-jobs.ts'
import { type Asked, askedIn, searchFor } from './asked.ts'
import { standingWords } from './replaced-desk.tsx'
import { ALL, ticked, tickedOf, type Ticks } from './ticks.ts'
import { useLines } from './use-lines.ts'
import { putFor, type Searched, useSearch } from './use-search.ts'

const replacements = replacement.array()

/** What is looked for, what was found of it, what of that is to stay, and what is being replaced. */
export function useReplacing(courseId: string, plan: readonly PlanRow[]) {
  const { search } = useLocation()
  const { revalidate } = useRevalidator()
  const [asked, setAsked] = useState(() => askedIn(search))
  const [ticks, setTicks] = useState<Ticks>(ALL)
  const [problem, setProblem] = useState('')
  const ids = useMemo(() => inOrder(plan).flatMap(({ id, documentId }) => (documentId ? [id] : [])), [plan])
  const lines = useLines(courseId, ids)
  const pages = useMemo(() => ids.flatMap((id) => lines.pages.get(id) ?? []), [ids, lines.pages])
  const searched = useSearch(pages, asked.query)
  const address = `/courses/${courseId}/replacements`
  const jobs = useJobs(address, replacements, (done: Replacement) => {
    announce(standingWords(done))
    lines.load(ids)
    // Titles are words too.
    void revalidate()
  })
  const ask = async (request: ReplaceRequest): Promise<void> => {
    const answer = await sendJson(address, request, replaceAnswer)
    setProblem(answer.ok ? (answer.value.ok ? '' : answer.value.reason) : answer.reason)
    jobs.refresh(request.id)
  }
  useKeptAddress(asked)
  return {
    ...{ asked, ticks, lines, searched, jobs, ask, problem, ids },
    setQuery: (query: Query): void => {
      setAsked({ ...asked, query })
      setTicks(ALL)
    },
    setPut: (put: Put): void => setAsked({ ...asked, put }),
    tick: (keys: readonly string[], isTicked: boolean): void => setTicks(ticked(ticks, keys, isTicked)),
    replace: (): void => {
      void ask(requestFor(searched, asked, ticks))
      // What is found then was left as it is on purpose.
      setTicks({ isAll: false, but: new Set() })
    },
  }
}

export type Replacing = ReturnType<typeof useReplacing>

/** What is ticked, as the server takes it. */
function requestFor(searched: Searched, { query, put }: Asked, ticks: Ticks): ReplaceRequest {
  return {
    intent: 'replace',
    id: nanoid(12),
    words: query.words,
    put: put.words,
    pages: tickedOf(searched.pages, ticks).map(({ page: { documentId, version }, places }) => ({
      documentId,
      version,
      places: places.map((place): [number, number] | [number, number, string] => {
        const own = putFor(place, put, query)
        return own === put.words ? [place.from, place.to] : [place.from, place.to, own]
      }),
    })),
  }
}

/** What is asked stands in the address, so that whoever looks at a page comes back to it. */
function useKeptAddress({ query, put }: Asked): void {
  useEffect(() => {
    const asked = searchFor(query, put)
    const timer = setTimeout(
      () => history.replaceState(history.state, '', asked === '' ? location.pathname : `?${asked}`),
      300,
    )
    return () => clearTimeout(timer)
  }, [query, put])
}
