import { useEffect, useRef, useState, type RefObject } from 'react'
import type { QuestionContent } from '../../core/questions/question.ts'
import { askBank } from '../bank/ask-bank.ts'
import type { EditedQuestion } from './question-editor.tsx'
import { useOrdered } from '../shell/use-ordered.ts'

/** A change is kept when nothing was written for so long; tried again after so long. In milliseconds. */
const PAUSE = 800
const AGAIN = 3000

/** How a question's keeping stands, in words; `behind`: somebody else has kept another one meanwhile. */
export interface QuestionStanding {
  readonly type: 'kept' | 'keeping' | 'new' | 'problem' | 'behind'
  readonly words: string
}
const KEPT: QuestionStanding = { type: 'kept', words: 'Saved' }

interface Draft {
  readonly title: string
  readonly content: QuestionContent
}

export interface QuestionDraft extends Draft {
  readonly standing: QuestionStanding
  readonly change: (next: Partial<Draft>) => void
  /** Changes parts of what there is now, whatever was drawn last. */
  readonly set: (part: (content: QuestionContent) => Partial<QuestionContent>) => void
  /** Keeps one's own over what somebody else has kept. */
  readonly keepMine: () => void
}

/** A question that is being written, kept by itself; what still waits when it closes is kept all the same. */
export function useQuestionDraft(
  courseId: string,
  folderId: string | null,
  question: EditedQuestion,
  onKept: (question: EditedQuestion) => void,
): QuestionDraft {
  const [draft, setDraft] = useState<Draft>({ title: question.title, content: question.content })
  const [standing, setStanding] = useState(question.version === null ? { type: 'new' as const, words: 'New' } : KEPT)
  const version = useRef(question.version)
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)
  const latest = useRef(draft)
  const send = useOrdered(async (): Promise<void> => {
    const now = latest.current
    const answer = await askBank(
      courseId,
      version.current === null
        ? { intent: 'add', id: question.id, folderId, ...now }
        : { intent: 'keep', id: question.id, version: version.current, ...now },
    )
    if (!answer.ok) {
      setStanding({ type: answer.isBehind ? 'behind' : 'problem', words: answer.reason ?? '' })
      if (answer.reason?.startsWith('The server')) timer.current = setTimeout(keep, AGAIN)
      return
    }
    version.current = answer.version ?? 1
    if (latest.current === now) setStanding(KEPT)
    onKept({ id: question.id, ...now, version: version.current })
  })
  const keep = (): void => void send()
  const change = (next: Partial<Draft>): void => {
    latest.current = { ...latest.current, ...next }
    setDraft(latest.current)
    setStanding({ type: 'keeping', words: 'Saving…' })
    clearTimeout(timer.current)
    timer.current = setTimeout(keep, PAUSE)
  }
  useKeptOnClose(standing, timer, keep)
  return {
    ...draft,
    standing,
    change,
    set: (part) => change({ content: { ...latest.current.content, ...part(latest.current.content) } }),
    keepMine: () => {
      version.current = (version.current ?? 1) + 1
      keep()
    },
  }
}

/** What still waits when the editor closes is kept all the same. */
function useKeptOnClose(
  standing: QuestionStanding,
  timer: RefObject<ReturnType<typeof setTimeout> | undefined>,
  keep: () => void,
): void {
  const isWaiting = useRef(false)
  isWaiting.current = standing.type === 'keeping'
  useEffect(
    () => () => {
      clearTimeout(timer.current)
      if (isWaiting.current) keep()
    },
    // eslint-disable-next-line react-hooks/exhaustive-deps -- when it closes
    [],
  )
}
