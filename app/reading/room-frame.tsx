import { type ReactNode, useEffect, useRef } from 'react'
import { enliven } from '../../reader/enliven.ts'
import type { RoomParts } from '../../server/reading/hydrated.server.ts'
import '../../reader/room.css'

/**
 * The reading room around a page that is a screen of the application: the same strip, lesson and steps, written by the
 * same templates.
 */
export function RoomFrame({ parts, children }: { parts: RoomParts; children: ReactNode }) {
  const text = useRef<HTMLDivElement>(null)
  useEffect(() => {
    if (text.current) enliven(text.current)
  }, [parts.text])
  return (
    <div className="room-screen" lang={parts.language} dir={parts.direction}>
      <a className="skip" href="#page">
        Skip to the page
      </a>
      <Trusted html={parts.strip} />
      <div className="room">
        <main id="page" tabIndex={-1}>
          <Trusted html={parts.way} />
          <div className="room-column">
            <article className="page-content">
              <h1>{parts.title}</h1>
              <p className="facts">
                {parts.facts}
                {parts.changes && (
                  <>
                    {' · '}
                    <a href={parts.changes}>What changed</a>
                  </>
                )}
              </p>
              <div ref={text} dangerouslySetInnerHTML={{ __html: parts.text }} />
            </article>
            {children}
          </div>
        </main>
        <Trusted html={parts.steps} />
        <aside className="on-page" />
        <Trusted html={parts.nav} />
      </div>
    </div>
  )
}

/** HTML that the server's templates wrote. */
function Trusted({ html }: { html: string }) {
  return <div className="as-written" dangerouslySetInnerHTML={{ __html: html }} />
}
