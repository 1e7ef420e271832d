import { Button } from 'antd'
import { isRouteErrorResponse, useLocation, useRouteLoaderData } from 'react-router'
import { z } from 'zod'
import type { loader } from '../root.tsx'
import './error-page.css'

const reasons = z.object({ reason: z.enum(['database', 'no such place', 'no right', 'signed out']) })

interface Words {
  heading: string
  words: string
  canRetry: boolean
}

function wordsFor(error: unknown): Words {
  const reason = isRouteErrorResponse(error) ? reasons.safeParse(error.data).data?.reason : undefined
  if (reason === 'database') return { heading: 'Fieldstone can’t be reached just now', words: 'The place where everything is kept does not answer. Nothing is lost: what is written waits in your browser and is sent when it answers again.', canRetry: true }
  if (reason === 'no right') return { heading: 'This is for authors', words: 'You can read this course, but not change it. Ask its author, or read what is published.', canRetry: false }
  if (isRouteErrorResponse(error) && error.status === 404) return { heading: 'There is nothing at this address', words: 'It may be mistyped, it may have been deleted, or it is not open to you.', canRetry: false }
  if (isRouteErrorResponse(error)) return { heading: 'That did not work', words: `The server answered with ${error.status} ${error.statusText}.`, canRetry: true }
  return { heading: 'Something went wrong here', words: 'That is a fault in Fieldstone, not in what you did. What you wrote is kept.', canRetry: true }
}

/** What happened, the number to quote, and the way back. */
export function ErrorPage({ error }: { error: unknown }) {
  const { heading, words, canRetry } = wordsFor(error)
  const root = useRouteLoaderData<typeof loader>('root')
  const { pathname } = useLocation()
  return (
    <main className="error-page">
      <title>{`${heading} – Fieldstone`}</title>
      <h1>{heading}</h1>
      <p>{words}</p>
      <p className="actions">
        {canRetry && <Button type="primary" href={pathname}>Try again</Button>}
        <Button href="/">To your courses</Button>
      </p>
      {root && <p className="soft">Request {root.requestId}</p>}
    </main>
  )
}
