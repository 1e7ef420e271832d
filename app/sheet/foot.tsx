import { Button } from 'antd'
import { Check, CloudOff, Eye, LoaderCircle, TriangleAlert } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import type { EditionSummary } from '../../server/editions/queries.server.ts'
import { announce } from '../shell/announce.ts'
import { ended } from '../shell/unsent.ts'
import type { Standing } from '../saving/standing.ts'
import { EverythingButton } from './whole-window.tsx'

interface Props {
  standing: Standing
  waiting: string
  version: number
  editions: readonly EditionSummary[]
  /** Something beside the text has changed since the newest edition: the questions of an exercise. */
  isChanged: boolean
  /** What students read of it now. */
  students: string
  onPublish: () => void
  onStudent: () => void
  hurry: () => void
  unsentWords: () => string
}

/** How saving stands, what students read now, as a student, publish: always in sight. */
export function Foot({
  standing,
  waiting,
  version,
  editions,
  isChanged,
  students,
  onPublish,
  onStudent,
  hurry,
  unsentWords,
}: Props) {
  const newest = editions[0]
  const isNew = !newest || newest.version !== version || waiting !== '' || isChanged
  return (
    <footer className="foot" data-area="foot">
      <Saving {...{ standing, waiting, hurry, unsentWords }} />
      <span className="soft foot-students" title={students}>
        {students}
      </span>
      <span className="foot-end">
        <EverythingButton />
        <button type="button" className="plain-button" aria-label="As a student" onClick={onStudent}>
          <Eye size={16} strokeWidth={1.75} aria-hidden /> <span className="foot-name">As a student</span>
        </button>
        <Button
          type="primary"
          size="small"
          // It keeps the focus that a published edition gives back to it.
          aria-disabled={!isNew}
          onClick={isNew ? onPublish : undefined}
          title={isNew ? undefined : `Nothing has changed since edition ${newest?.number}.`}
        >
          {isNew ? `Publish edition ${(newest?.number ?? 0) + 1}` : 'Nothing new to publish'}
        </Button>
      </span>
    </footer>
  )
}

/** How saving stands, in words. */
export function savingWords(standing: Standing, waiting: string, keptAt = ''): string {
  const unsent = waiting === '' ? '' : ended(` What you wrote since is kept in this browser: ${waiting}`)
  switch (standing.type) {
    case 'kept':
      return `Saved${keptAt ? ` ${keptAt}` : ''}`
    case 'sending':
      return 'Saving…'
    case 'waiting':
      return `${ended(`Not sent: ${waiting}`)} ${standing.isFull ? 'There is no room left on the server' : 'The server does not answer'}; it is kept in this browser and sent by itself.`
    case 'signed out':
      return `You have been signed out.${unsent}`
    case 'forbidden':
      return `You can no longer edit this page.${unsent}`
    case 'deleted':
      return `Somebody deleted this page.${unsent} When it is restored in the plan, what waits is sent by itself.`
    case 'refused':
      return `A change could not be taken: ${standing.reason} What you wrote in it is under Set aside.`
    case 'outdated':
      return 'Fieldstone was updated; the page is being opened again. Nothing is lost.'
  }
}

const SIGNS: Record<Standing['type'], typeof Check> = {
  kept: Check,
  sending: LoaderCircle,
  waiting: CloudOff,
  outdated: LoaderCircle,
  'signed out': TriangleAlert,
  forbidden: TriangleAlert,
  deleted: TriangleAlert,
  refused: TriangleAlert,
}

function Saving({
  standing,
  waiting,
  hurry,
  unsentWords,
}: Pick<Props, 'standing' | 'waiting' | 'hurry' | 'unsentWords'>) {
  const [keptAt, setKeptAt] = useState('')
  useEffect(() => {
    if (standing.type === 'kept') setKeptAt(new Intl.DateTimeFormat('en-GB', { timeStyle: 'short' }).format(new Date()))
  }, [standing])
  useSaidTrouble(standing, waiting)
  const Sign = SIGNS[standing.type]
  const tone = standing.type === 'kept' ? 'is-kept' : standing.type === 'sending' ? '' : 'is-trouble'
  const isHalted = standing.type === 'signed out' || standing.type === 'forbidden' || standing.type === 'deleted'
  return (
    <span className={`saving ${tone}`}>
      <Sign size={15} aria-hidden />{' '}
      <span>
        {savingWords(standing, waiting, keptAt)} {standing.type === 'signed out' && <SignInAgain onSignedIn={hurry} />}{' '}
        {isHalted && waiting !== '' && <CopyWords words={unsentWords} />}
      </span>
    </span>
  )
}

/**
 * Tells a screen reader when saving fails, and when it works again; not that it was saved, with every pause in writing.
 */
function useSaidTrouble(standing: Standing, waiting: string): void {
  const wasTrouble = useRef(false)
  const isTrouble = standing.type !== 'kept' && standing.type !== 'sending'
  const latest = useRef('')
  latest.current = savingWords(standing, waiting)
  useEffect(() => {
    if (isTrouble) announce(latest.current)
    else if (wasTrouble.current && standing.type === 'kept') announce('Everything is saved again.')
    if (isTrouble || standing.type === 'kept') wasTrouble.current = isTrouble
  }, [isTrouble, standing.type])
}

/** The way out for words that can't be sent here: they go wherever the author pastes them. */
function CopyWords({ words }: { words: () => string }) {
  const [said, setSaid] = useState('')
  return (
    <button
      type="button"
      className="link-button"
      onClick={() =>
        void navigator.clipboard.writeText(words()).then(
          () => setSaid('Copied.'),
          () => setSaid('The browser did not allow copying.'),
        )
      }
    >
      {said || 'Copy unsaved text'}
    </button>
  )
}

/** The session ended while writing: sign in in another window, come back, go on. */
function SignInAgain({ onSignedIn }: { onSignedIn: () => void }) {
  useEffect(() => {
    window.addEventListener('focus', onSignedIn)
    return () => window.removeEventListener('focus', onSignedIn)
  }, [onSignedIn])
  return (
    <>
      <a href="/sign-in" target="_blank" rel="noreferrer">
        Sign in (opens a new window)
      </a>{' '}
      and come back.
    </>
  )
}
