import { useEffect, useMemo, useState } from 'react'
import type { Node } from 'prosemirror-model'
import { pageFromJson } from '../../core/document/schema.ts'
import { filledSnippet, type Snippet } from '../../core/snippets/snippets.ts'
import type { ShownSnippet } from '../../core/snippets/wire.ts'
import { askShown } from './ask-snippets.ts'

type Values = Readonly<Record<string, string>>

/** A snippet with all that it holds, asked for when it is looked at, with why it did not come. */
export function useSnippet(courseId: string, id: string): { shown: ShownSnippet | null; problem: string } {
  const [shown, setShown] = useState<ShownSnippet | null>(null)
  const [problem, setProblem] = useState('')
  useEffect(() => {
    let isOld = false
    void askShown(courseId, id).then((asked) => {
      if (isOld) return
      if (asked.ok) setShown(asked.value)
      else setProblem('This snippet can’t be shown: it was deleted, it is not yours to use, or the server is away.')
    })
    return () => void (isOld = true)
  }, [courseId, id])
  return { shown, problem }
}

/** The snippet that came from the server, as the core knows it; with other content where that was taken along. */
export const asSnippet = (
  { id, version, blanks, content: held }: Pick<ShownSnippet, 'id' | 'version' | 'blanks' | 'content'>,
  content: unknown = held,
): Snippet => ({ id, version, blanks, page: pageFromJson(content) })

/** What would stand on the page, with these values in its blanks; null until the snippet is known. */
export function useFilled(shown: ShownSnippet | null, values: Values, language: string): Node | null {
  return useMemo(
    () => shown && filledSnippet(asSnippet(shown), new Map(Object.entries(values)), language),
    [shown, values, language],
  )
}
