import { Button } from 'antd'
import { useEffect, useState } from 'react'
import { isRouteErrorResponse, useLocation, useRevalidator, useRouteLoaderData } from 'react-router'
import { z } from 'zod'
import type { loader } from '../root.tsx'
import { unsentWords } from '../shell/unsent.ts'
import './error-page.css'

const reasons = z.object({ reason: z.enum(['database', 'full', 'no such place', 'no right', 'signed out']) })

interface Words {
  heading: string
  words: string
  canRetry: boolean
  /** It is tried again by itself when the connection is back, and from time to time. */
  isAway?: boolean
}

/** How often the server is asked again while nobody answers, in milliseconds. */
const AGAIN = 4000

function wordsFor(error: unknown): Words {
  // A request of the browser that nobody answered, or a part of the application that could not be fetched.
  if (error instanceof TypeError && /fetch|network|load failed|importing a module/i.test(error.message))
    return {
      heading: 'The server does not answer',
      words:
        'There is no connection just now. What you wrote is kept in this browser and sent by itself; this page opens by itself when the connection is back.',
      canRetry: true,
      isAway: true,
    }
  const reason = isRouteErrorResponse(error) ? reasons.safeParse(error.data).data?.reason : undefined
  if (reason === 'database')
    return {
      heading: 'Fieldstone can’t be reached just now',
      words:
        'The place where everything is kept does not answer. Nothing is lost: what is written waits in your browser and is sent when it answers again.',
      canRetry: true,
    }
  if (reason === 'full')
    return {
      heading: 'There is no room left on the server',
      words:
        'Nothing new can be saved until whoever runs Fieldstone has made room. Reading goes on. What you write on a page waits in this browser and is sent by itself.',
      canRetry: true,
    }
  if (reason === 'no right')
    return {
      heading: 'This is for authors',
      words: 'You can read this course, but not change it. Ask its author, or read what is published.',
      canRetry: false,
    }
  if (isRouteErrorResponse(error) && error.status === 404)
    return {
      heading: 'There is nothing at this address',
      words: 'It may be mistyped, it may have been deleted, or it is not open to you.',
      canRetry: false,
    }
  if (isRouteErrorResponse(error))
    return {
      heading: 'That did not work',
      words: `The server answered with ${error.status} ${error.statusText}.`,
      canRetry: true,
    }
  return {
    heading: 'Something went wrong here',
    words: 'That is a fault in Fieldstone, not in what you did. What you wrote is kept.',
    canRetry: true,
  }
}

/** What happened, the number to quote, and the way back. */
export function ErrorPage({ error }: { error: unknown }) {
  const { heading, words, canRetry, isAway = false } = wordsFor(error)
  useTryAgain(isAway)
  const unsent = useUnsent()
  const root = useRouteLoaderData<typeof loader>('root')
  const { pathname } = useLocation()
  return (
    <main className="error-page">
      <title>{`${heading} – Fieldstone`}</title>
      <h1>{heading}</h1>
      <p>{words}</p>
      {isAway && unsent !== '' && <p>{unsent}</p>}
      <p className="actions">
        {canRetry && (
          <Button type="primary" href={pathname}>
            Try again
          </Button>
        )}
        <Button href="/">To your courses</Button>
      </p>
      {root && <p className="soft">Request {root.requestId}</p>}
    </main>
  )
}

/** Asks again for what this address shows: nothing on the page is lost by it, and it does not load anew. */
function useTryAgain(isAway: boolean): void {
  const { revalidate } = useRevalidator()
  useEffect(() => {
    if (!isAway) return
    const again = (): void => void revalidate()
    const timer = setInterval(again, AGAIN)
    window.addEventListener('online', again)
    return () => {
      clearInterval(timer)
      window.removeEventListener('online', again)
    }
  }, [isAway, revalidate])
}

/** What a sheet left unsent, in its own words; empty before the script has come. */
function useUnsent(): string {
  const [unsent, setUnsent] = useState('')
  useEffect(() => setUnsent(unsentWords()), [])
  return unsent
}
