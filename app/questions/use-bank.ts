import { useMessages } from '../shell/messages.tsx'
import { nanoid } from 'nanoid'
import { useEffect, useState } from 'react'
import { useNavigate, useRevalidator, useSearchParams } from 'react-router'
import type { QuestionKind } from '../../core/questions/kinds/registry.ts'
import { blankQuestion } from '../../core/questions/question.ts'
import type { Question } from '../../server/questions/queries.server.ts'
import { askBank } from '../bank/ask-bank.ts'
import type { EditedQuestion } from './question-editor.tsx'

interface Deleted {
  readonly id: string
  readonly title: string
  /** Where it stood, as sentences. */
  readonly uses: string
}

export interface Bank {
  /** A question that is not in the bank yet. */
  readonly fresh: EditedQuestion | null
  readonly deleted: Deleted | null
  /** Changes what is looked for, or which question is open. */
  set: (change: Readonly<Record<string, string | null>>) => void
  openOther: (id: string) => void
  add: (kind: QuestionKind) => void
  addFolder: (name: string) => Promise<void>
  remove: (id: string, title: string) => Promise<void>
  restore: () => Promise<void>
  move: (id: string, folderId: string | null) => Promise<void>
  /** The open question was kept. */
  kept: (id: string) => void
}

/** What is done in the bank of a course, besides writing its questions. */
export function useBank(courseId: string, open: Question | null, folder: string | null): Bank {
  const message = useMessages()
  const [, setSearch] = useSearchParams()
  const navigate = useNavigate()
  const { revalidate } = useRevalidator()
  const [fresh, setFresh] = useState<EditedQuestion | null>(null)
  useEffect(() => {
    if (open && fresh && open.id === fresh.id) setFresh(null)
  }, [open, fresh])
  const set = (change: Readonly<Record<string, string | null>>): void =>
    setSearch((search) => changed(search, change), { replace: true, preventScrollReset: true })
  const { deleted, remove, restore } = useDeletion(courseId, () => set({ question: null }))
  return {
    fresh,
    deleted,
    set,
    openOther: (id) => (setFresh(null), set({ question: id })),
    add: (kind) => {
      setFresh({ id: nanoid(12), title: '', content: blankQuestion(kind, () => nanoid(8)), version: null })
      set({ question: null })
    },
    addFolder: async (name) => {
      if (name.trim() === '') return
      const id = nanoid(12)
      const answer = await askBank(courseId, { intent: 'add folder', id, name })
      if (!answer.ok) return void message.error(answer.reason, 6)
      await revalidate()
      set({ folder: id })
    },
    remove,
    restore,
    move: async (id, folderId) => {
      const answer = await askBank(courseId, { intent: 'move', ids: [id], folderId })
      if (!answer.ok) return void message.error(answer.reason, 6)
      await revalidate()
    },
    kept: (id) => {
      void revalidate()
      // It has an address of its own from now on; the editor stays as it is.
      if (fresh)
        void navigate(`?${new URLSearchParams({ ...(folder === null ? {} : { folder }), question: id }).toString()}`, {
          replace: true,
          preventScrollReset: true,
        })
    },
  }
}

/** Deletes a question, says what it meant for others, and has it back. */
function useDeletion(courseId: string, onDeleted: () => void): Pick<Bank, 'deleted' | 'remove' | 'restore'> {
  const message = useMessages()
  const { revalidate } = useRevalidator()
  const [deleted, setDeleted] = useState<Deleted | null>(null)
  return {
    deleted,
    remove: async (id, title) => {
      const answer = await askBank(courseId, { intent: 'delete', ids: [id] })
      if (!answer.ok) return void message.error(answer.reason, 6)
      setDeleted({ id, title, uses: (answer.uses ?? []).map((words) => `${words} `).join('') })
      onDeleted()
      await revalidate()
    },
    restore: async () => {
      if (!deleted) return
      const answer = await askBank(courseId, { intent: 'restore', ids: [deleted.id] })
      // What could not be brought back can still be: the way to it stays.
      if (!answer.ok) return void message.error(answer.reason, 6)
      setDeleted(null)
      await revalidate()
    },
  }
}

/** A search with some of its parts changed; null takes a part out. */
export function changed(search: URLSearchParams, change: Readonly<Record<string, string | null>>): URLSearchParams {
  for (const [name, value] of Object.entries(change)) {
    if (value === null) search.delete(name)
    else search.set(name, value)
  }
  return search
}
