import { useEffect, useMemo, useRef, useState } from 'react'
import { type Line, type Match, type Put, type Query, replacementFor } from '../../core/find/find.ts'
import { type Context, contextOf } from '../../core/replace/context.ts'
import type { WrittenLines } from '../../core/replace/wire.ts'
import { ask } from '../find/ask.ts'

/** A place where the words stand. */
export interface FoundPlace {
  /** Told apart by it in the whole course. */
  readonly key: string
  readonly match: Match
  /** Where it stands in its page. */
  readonly from: number
  readonly to: number
  readonly line: string
  /** Where it stands in its line. */
  readonly at: number
}

/** A page with the places in it. */
export interface FoundPage {
  readonly page: WrittenLines
  readonly places: readonly FoundPlace[]
}

export const contextOfPlace = ({ line, at, from, to }: FoundPlace): Context => contextOf(line, at, at + to - from)
export const putFor = ({ match }: FoundPlace, put: Put, query: Query): string => replacementFor(match, put, query)

/** One long text is looked through as a whole: a pattern gets its worker, and its half second, once. */
interface Woven {
  readonly lines: readonly Line[]
  /** For each line its page, and what its places are too far on by. */
  readonly of: readonly { readonly page: WrittenLines; readonly by: number }[]
}

function weave(pages: readonly WrittenLines[]): Woven {
  const lines: Line[] = []
  const of: { page: WrittenLines; by: number }[] = []
  let start = 0
  for (const page of pages)
    for (const [place, text] of page.lines) {
      lines.push({ text, start })
      of.push({ page, by: start - place })
      start += text.length + 1
    }
  return { lines, of }
}

/** The places by page; both the lines and what was found stand in order. */
function byPage({ lines, of }: Woven, matches: readonly Match[]): FoundPage[] {
  const found = new Map<WrittenLines, FoundPlace[]>()
  let index = 0
  for (const match of matches) {
    while (index + 1 < lines.length && lines[index + 1]!.start <= match.from) index++
    const [{ text, start }, { page, by }] = [lines[index]!, of[index]!]
    const from = match.from - by
    const place = { key: `${page.id} ${from}`, match, from, to: match.to - by, line: text, at: match.from - start }
    if (found.get(page)?.push(place) === undefined) found.set(page, [place])
  }
  return [...found].map(([page, places]) => ({ page, places }))
}

export interface Searched {
  /** What the list answers; what is typed now may be newer. */
  readonly query: Query | null
  readonly pages: readonly FoundPage[]
  readonly count: number
  readonly problem: string
  /** It answers what is asked now, of all that is known by now. */
  readonly isCurrent: boolean
}

type Answer = Omit<Searched, 'isCurrent'> & { readonly of: Woven | null }

const NOTHING: Answer = { of: null, query: null, pages: [], count: 0, problem: '' }
/** Whoever types on is not held up by looking for each letter, in milliseconds. */
const PAUSE = 200

/** Looks for words in pages of a course, a moment after the last key. */
export function useSearch(pages: readonly WrittenLines[], query: Query): Searched {
  const woven = useMemo(() => weave(pages), [pages])
  const [searched, setSearched] = useState<Answer>(NOTHING)
  const asked = useRef(0)
  useEffect(() => {
    const call = ++asked.current
    const timer = setTimeout(() => {
      void ask(woven.lines, query).then((found) => {
        if (call !== asked.current) return
        if ('problem' in found) return setSearched({ ...NOTHING, of: woven, query, problem: found.problem })
        setSearched({ of: woven, query, pages: byPage(woven, found.matches), count: found.matches.length, problem: '' })
      })
    }, PAUSE)
    return () => clearTimeout(timer)
  }, [woven, query])
  return { ...searched, isCurrent: searched.of === woven && searched.query === query }
}
