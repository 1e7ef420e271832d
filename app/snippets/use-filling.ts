import type { Editor } from '@tiptap/core'
import { useState } from 'react'
import { filledSnippet, type Snippet, unfilledSnippet } from '../../core/snippets/snippets.ts'
import type { ShownSnippet } from '../../core/snippets/wire.ts'
import { TYPES_OF_BLANKS } from '../../core/templates/blank-types.ts'
import { problemsOf } from '../../core/templates/declared.ts'
import { useAsking } from '../shell/use-asking.ts'
import { askSnippets } from './ask-snippets.ts'
import { forgetSnippets } from './known-snippets.ts'
import { putIn, putInPlace } from './put-in.ts'
import { useFollowed } from './use-followed.ts'
import { asSnippet, useFilled, useSnippet } from './use-snippet.ts'

export interface Filling {
  editor: Editor
  courseId: string
  /** Language of the course: its numbers and dates are written in it. */
  language: string
  id: string
  /** Where it stands that is filled in again; null for one that is put in at the cursor. */
  position: number | null
  /** What it was filled with before. */
  start?: Readonly<Record<string, string>>
  onClose: () => void
  say: (words: string) => void
}

/** To the first field with something wrong in it, once that has been told there. */
const goToProblem = (): void =>
  void setTimeout(() => document.querySelector<HTMLElement>('.snippet-dialog [aria-invalid="true"]')?.focus())

/** A snippet whose blanks are being filled, and the ways to put it onto the page. */
export function useFilling({ editor, courseId, language, id, position, start = {}, onClose, say }: Filling) {
  const { shown, problem: missing } = useSnippet(courseId, id)
  const [values, setValues] = useState(start)
  const [isWanted, setWanted] = useState(false)
  const [isGone, setGone] = useState(false)
  const filled = useFilled(shown, values, language)
  const followed = useFollowed(editor, position)
  const { isAsking, problem, setProblem, ask } = useAsking()
  const given = new Map(Object.entries(values))
  /** The snippet as this course can have it; what did not come along is told. */
  const taken = async (of: ShownSnippet): Promise<Snippet | null> => {
    if (!of.isFromElsewhere) return asSnippet(of)
    const said = await ask(() => askSnippets(courseId, { intent: 'take', id }))
    if (said?.notes && said.notes.length > 0) say(said.notes.join(' '))
    return said && asSnippet({ ...of, blanks: said.blanks ?? of.blanks }, said.content)
  }
  const put = async (): Promise<void> => {
    if (!shown || isAsking || isGone) return
    setWanted(true)
    const [wrong] = problemsOf(shown.blanks, given)
    if (wrong) {
      setProblem(`${wrong[0]}: ${wrong[1]}`)
      return goToProblem()
    }
    const mine = await taken(shown)
    if (!mine) return
    const node = filledSnippet(mine, given, language)
    const isDone = followed.current === null ? putIn(editor, node) : putInPlace(editor, followed.current, node)
    if (isDone) onClose()
    else setProblem('The page has changed meanwhile, and there is no place for it. Close this and look again.')
  }
  return {
    ...{ shown, problem: missing || problem, values, setValues, filled, isWanted, isAsking, isGone, put },
    /** How many blanks in the text nothing was written for: the proof reminds of those. */
    open: shown?.blanks.filter(({ name, type }) => TYPES_OF_BLANKS[type].isText && !values[name]?.trim()).length ?? 0,
    /** Puts it on the page with its blanks, to be changed there and kept again. */
    change: (): void => {
      if (!shown || !putIn(editor, unfilledSnippet(asSnippet(shown)))) return
      say(`Change it here. Then “Save as a snippet” in the side desk keeps it in the place of “${shown.name}”.`)
      onClose()
    },
    take: async (intent: 'delete' | 'restore'): Promise<void> => {
      if (!(await ask(() => askSnippets(courseId, { intent, id })))) return
      setGone(intent === 'delete')
      forgetSnippets(courseId)
    },
  }
}
