import { Button } from 'antd'
import { Check, CloudOff, Eye, LoaderCircle, TriangleAlert } from 'lucide-react'
import { useEffect, useState } from 'react'
import type { EditionSummary } from '../../server/editions/queries.server.ts'
import { shortMoment } from '../shell/moments.ts'
import type { Standing } from './saving/standing.ts'

interface Props {
  standing: Standing
  waiting: string
  version: number
  editions: readonly EditionSummary[]
  /** Something beside the text has changed since the newest edition: the questions of an exercise. */
  isChanged: boolean
  timeZone: string
  onPublish(): void
  onStudent(): void
  onSignedIn(): void
}

/** How saving stands, what students read now, as a student, publish: always in sight. */
export function Foot({ standing, waiting, version, editions, isChanged, timeZone, onPublish, onStudent, onSignedIn }: Props) {
  const newest = editions[0]
  const students = !newest ? 'Students can’t read this yet' : `Students read edition ${newest.number}, of ${shortMoment(newest.at, timeZone)}`
  const isNew = !newest || newest.version !== version || waiting !== '' || isChanged
  return (
    <footer className="foot">
      <Saving {...{ standing, waiting, onSignedIn }} />
      <span className="soft foot-students">{students}</span>
      <span className="foot-end">
        <button type="button" className="plain-button" onClick={onStudent}>
          <Eye size={16} strokeWidth={1.75} aria-hidden /> As a student
        </button>
        <Button type="primary" size="small" onClick={onPublish} disabled={!isNew} title={isNew ? undefined : `Nothing has changed since edition ${newest?.number}.`}>
          {isNew ? `Publish edition ${(newest?.number ?? 0) + 1}` : `Edition ${newest?.number} is current`}
        </Button>
      </span>
    </footer>
  )
}

function Saving({ standing, waiting, onSignedIn }: Pick<Props, 'standing' | 'waiting' | 'onSignedIn'>) {
  const [keptAt, setKeptAt] = useState('')
  useEffect(() => {
    if (standing.sort === 'kept') setKeptAt(new Intl.DateTimeFormat('en-GB', { timeStyle: 'short' }).format(new Date()))
  }, [standing])
  const [sign, words] = ((): [React.ReactNode, React.ReactNode] => {
    switch (standing.sort) {
      case 'kept':
        return [<Check key="" size={15} aria-hidden />, `Everything kept${keptAt ? `, ${keptAt}` : ''}`]
      case 'sending':
        return [<LoaderCircle key="" size={15} aria-hidden />, 'Keeping…']
      case 'waiting':
        return [<CloudOff key="" size={15} aria-hidden />, `Not sent: ${waiting}. The server does not answer; it is kept in this browser and sent by itself.`]
      case 'signed out':
        return [<TriangleAlert key="" size={15} aria-hidden />, <SignInAgain key="" waiting={waiting} onSignedIn={onSignedIn} />]
      case 'shut':
        return [<TriangleAlert key="" size={15} aria-hidden />, `This page is no longer yours to write on.${waiting === '' ? '' : ` In this browser stays ${waiting}.`}`]
      case 'deleted':
        return [<TriangleAlert key="" size={15} aria-hidden />, `Somebody deleted this page.${waiting === '' ? '' : ` What you wrote since is kept in this browser: ${waiting}.`} When it is brought back in the plan, what waits is sent by itself.`]
      case 'refused':
        return [<TriangleAlert key="" size={15} aria-hidden />, `A change could not be taken: ${standing.reason} What you wrote in it is under Set aside.`]
      case 'outdated':
        return [<LoaderCircle key="" size={15} aria-hidden />, 'Fieldstone was renewed; the page is being opened again. Nothing is lost.']
    }
  })()
  const tone = standing.sort === 'kept' ? 'is-kept' : standing.sort === 'sending' ? '' : 'is-trouble'
  return (
    <span className={`saving ${tone}`} role="status">
      {sign} <span>{words}</span>
    </span>
  )
}

/** The session ended while writing: sign in in another window, come back, go on. */
function SignInAgain({ waiting, onSignedIn }: { waiting: string; onSignedIn(): void }) {
  useEffect(() => {
    window.addEventListener('focus', onSignedIn)
    return () => window.removeEventListener('focus', onSignedIn)
  }, [onSignedIn])
  return (
    <>
      You have been signed out. {waiting !== '' && `In this browser waits ${waiting}. `}
      <a href="/sign-in" target="_blank" rel="noreferrer">
        Sign in (opens a new window)
      </a>{' '}
      and come back.
    </>
  )
}
