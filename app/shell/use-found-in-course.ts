import { useEffect, useState } from 'react'
import { type Found, found as foundShape, NOTHING_FOUND } from '../../core/finder/found.ts'
import { getJson } from './ask-json.ts'

/** So long nothing is typed before the server is asked, in milliseconds. */
const PAUSE = 200

/** People and headings of the course, once the typing pauses. */
export function useFoundInCourse(
  courseId: string | undefined,
  typed: string,
): { found: Found; isAsking: boolean; isUnanswered: boolean } {
  const [answer, setAnswer] = useState<{ words: string; found: Found | null }>({ words: '', found: NOTHING_FOUND })
  const words = typed.trim()
  useEffect(() => {
    if (courseId === undefined || words.length < 2) return
    let isOver = false
    const timer = setTimeout(() => {
      void getJson(`/courses/${courseId}/find?words=${encodeURIComponent(words)}`, foundShape).then((said) => {
        if (!isOver) setAnswer({ words, found: said.ok ? said.value : null })
      })
    }, PAUSE)
    return () => {
      isOver = true
      clearTimeout(timer)
    }
  }, [courseId, words])
  const isAsked = courseId !== undefined && words.length >= 2
  const isThere = isAsked && answer.words === words
  return {
    found: (isThere ? answer.found : null) ?? NOTHING_FOUND,
    isAsking: isAsked && answer.words !== words,
    isUnanswered: isThere && answer.found === null,
  }
}
