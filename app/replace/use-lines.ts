import { useCallback, useEffect, useRef, useState } from 'react'
import { linesAnswer, MOST_ASKED, type WrittenLines } from '../../core/replace/wire.ts'
import { getJson } from '../shell/ask-json.ts'

/** So many requests are on their way at once. */
const AT_ONCE = 2

export interface CourseLines {
  /** What is known so far, by entry. */
  readonly pages: ReadonlyMap<string, WrittenLines>
  /** Entries that have been looked through, of so many. */
  readonly done: number
  readonly problem: string
  /** Asks for these once more: they have changed, or the server did not answer. */
  load: (ids: readonly string[]) => void
}

/** Everything that is written in a course, fetched part by part. */
export function useLines(courseId: string, ids: readonly string[]): CourseLines {
  const [pages, setPages] = useState<ReadonlyMap<string, WrittenLines>>(new Map())
  const [waiting, setWaiting] = useState(ids.length)
  const [problem, setProblem] = useState('')
  const isGone = useRef(false)
  const load = useCallback(
    (asked: readonly string[]): void => {
      const queue = [...asked]
      setProblem('')
      setWaiting(asked.length)
      const next = async (): Promise<void> => {
        const part = queue.splice(0, MOST_ASKED)
        if (part.length === 0) return
        const answer = await getJson(`/courses/${courseId}/lines?of=${part.join('.')}`, linesAnswer)
        if (isGone.current) return
        if (!answer.ok) return setProblem(answer.reason)
        const { pages: more, left } = answer.value
        queue.unshift(...left)
        setPages((all) => new Map([...all, ...more.map((page) => [page.id, page] as const)]))
        setWaiting((count) => count - (part.length - left.length))
        return next()
      }
      for (let at = 0; at < AT_ONCE; at++) void next()
    },
    [courseId],
  )
  const first = useRef(ids)
  useEffect(() => {
    isGone.current = false
    load(first.current)
    return () => void (isGone.current = true)
  }, [load])
  return { pages, done: ids.length - waiting, problem, load }
}
