import { useEffect, useRef, useState } from 'react'
import { useRevalidator } from 'react-router'
import { emptyPassage } from '../../core/document/empty-passage.ts'
import type { HandedFiles } from '../../server/assignments/queries.server.ts'
import { upload } from '../media/upload.ts'
import { askWork, type WorkAnswer } from './ask-work.ts'
import type { WorkRequest } from './work.ts'
import { useSay } from '../reading/say-here.ts'
import { html } from '../../core/tree/template.ts'
import { useOrdered } from '../shell/use-ordered.ts'

/** A draft is kept when nothing was written for so long; tried again after so long. In milliseconds. */
const PAUSE = 900
const AGAIN = 3000

export interface Work {
  readonly content: object
  readonly files: HandedFiles
}

export type Kept =
  | { readonly type: 'nothing' | 'keeping' }
  | { readonly type: 'kept'; readonly at: string }
  | { readonly type: 'problem'; readonly words: string }

/** The answer to an assignment while it is written: kept as a draft by itself, handed in when asked. */
export function useDraft(courseId: string, entryId: string, start: Work | null, onHandedIn: () => void) {
  const say = useSay()
  const revalidator = useRevalidator()
  const { work, latest, show } = useWork(start)
  const [kept, setKept] = useState<Kept>({ type: 'nothing' })
  const [isSending, setSending] = useState(false)
  const timer = useTimer()
  const ask = useOrdered((request: WorkRequest): Promise<WorkAnswer> => askWork(say, courseId, entryId, request))
  const refused = ({ reason }: { readonly reason?: string }): void => setKept({ type: 'problem', words: reason ?? '' })
  const keep = (now: Work): void => {
    show(now)
    clearTimeout(timer.current)
    setKept({ type: 'keeping' })
    const send = async (): Promise<void> => {
      const answer = await ask({ intent: 'draft', ...now })
      if (answer.ok) return setKept({ type: 'kept', at: timeNow(say.language) })
      refused(answer)
      if (answer.isAway) timer.current = setTimeout(() => keep(now), AGAIN)
    }
    timer.current = setTimeout(() => void send(), PAUSE)
  }
  const addFiles = async (chosen: readonly File[]): Promise<void> => {
    let { files } = latest.current
    for (const file of chosen) {
      setKept({ type: 'keeping' })
      const answer = await upload(courseId, file, () => undefined, 'handed in', say)
      if (!answer.ok) return refused(answer)
      files = [...files.filter(({ id }) => id !== answer.item.id), { id: answer.item.id, name: file.name }]
      show({ ...latest.current, files })
    }
    keep({ ...latest.current, files })
  }
  const handIn = async (): Promise<void> => {
    clearTimeout(timer.current)
    setSending(true)
    const answer = await ask({ intent: 'hand in', ...work })
    setSending(false)
    if (!answer.ok) return refused(answer)
    onHandedIn()
    await revalidator.revalidate()
  }
  /** The work as others will see it, as HTML; null when that could not be asked. */
  const preview = async (): Promise<string | null> => {
    const answer = await ask({ intent: 'preview', content: work.content })
    if (answer.ok) return answer.html || html`<p>${say('discussion.nothingWritten')}</p>`.text
    refused(answer)
    return null
  }
  return { work, kept, isSending, keep, addFiles, handIn, preview }
}

/** A timer that ends with what it stands in. */
function useTimer() {
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)
  useEffect(() => () => clearTimeout(timer.current), [])
  return timer
}

/** The work as it stands, on the screen and for what was begun before it was drawn again. */
function useWork(start: Work | null) {
  const [work, setWork] = useState<Work>(start ?? { content: emptyPassage, files: [] })
  const latest = useRef(work)
  const show = (now: Work): void => {
    latest.current = now
    setWork(now)
  }
  return { work, latest, show }
}

const timeNow = (language: string): string =>
  new Intl.DateTimeFormat(language, { timeStyle: 'short' }).format(new Date())
