import { type ReactNode, useEffect, useRef } from 'react'
import { enliven } from '../../reader/enliven.ts'
import type { RoomParts } from '../../server/reading/hydrated.server.ts'
import { sayIn } from '../../core/words/say.ts'
import { FieldWords } from '../editor/field-say.ts'
import { CourseLanguage } from './say-here.ts'
import '../../reader/room.css'

/**
 * The reading room around a page that is a screen of the application: the same strip, lesson and steps, written by the
 * same templates.
 */
export function RoomFrame({ parts, children }: { parts: RoomParts; children: ReactNode }) {
  const say = sayIn(parts.language)
  const text = useRef<HTMLDivElement>(null)
  useEffect(() => {
    if (text.current) enliven(text.current)
  }, [parts.text])
  return (
    <CourseLanguage value={parts.language}>
      <FieldWords value={say}>
        <div
          className="room-screen"
          lang={say.language}
          dir={say.direction}
          data-unchecked={say('exercise.unchecked')}
          data-unsent={say('exercise.unsent')}
        >
          <a className="skip" href="#page">
            {say('room.skip')}
          </a>
          <Trusted html={parts.strip} />
          <div className="room">
            <main id="page" tabIndex={-1}>
              <Trusted html={parts.way} />
              <div className="room-column">
                <article className="page-content" lang={parts.language} dir={parts.direction}>
                  <h1>{parts.title}</h1>
                  <p className="facts" lang={say.language} dir={say.direction}>
                    {parts.facts}
                    {parts.changes && (
                      <>
                        {' · '}
                        <a href={parts.changes}>{say('room.whatChanged')}</a>
                      </>
                    )}
                  </p>
                  <div ref={text} dangerouslySetInnerHTML={{ __html: parts.text }} />
                </article>
                {children}
              </div>
            </main>
            <Trusted html={parts.steps} />
            <div className="on-page" />
            <Trusted html={parts.nav} />
          </div>
        </div>
      </FieldWords>
    </CourseLanguage>
  )
}

/** HTML that the server's templates wrote. */
function Trusted({ html }: { html: string }) {
  return <div className="as-written" dangerouslySetInnerHTML={{ __html: html }} />
}
