import { ArrowRight } from 'lucide-react'
import type { InCourse, Studying } from '../../server/home/studying.server.ts'
import type { Notice } from '../../server/notices/queries.server.ts'

type Words = 'goOn' | 'allDone' | 'dueNext' | 'nothingDue' | 'open' | 'newForYou' | 'allNotices'

interface Props {
  studying: Studying & {
    readonly news: readonly Notice[]
    readonly language: string
    readonly direction: 'ltr' | 'rtl'
    readonly words: Readonly<Record<Words, string>>
  }
}

/** What waits for a student: where to go on, what is due, what is new. */
export function StudyingPart({ studying: { goOn, due, news, words, language, direction } }: Props) {
  return (
    <div lang={language} dir={direction}>
      <GoOn {...{ goOn, words }} />
      <section aria-labelledby="home-due">
        <h2 id="home-due">{words.dueNext}</h2>
        {due.length === 0 ? <p className="soft home-none">{words.nothingDue}</p> : <Due due={due} />}
      </section>
      {news.length > 0 && <News {...{ news, words }} />}
    </div>
  )
}

function Due({ due }: Pick<Props['studying'], 'due'>) {
  return (
    <ul className="home-lines">
      {due.map(({ address, title, course, words }) => (
        <li key={address}>
          <span className="home-what">
            <a href={address}>
              <Titled of={title} />
            </a>{' '}
            <span className="soft">{words}</span>
          </span>
          <span className="soft home-where">
            <Titled of={course} />
          </span>
        </li>
      ))}
    </ul>
  )
}

function GoOn({ goOn, words }: Pick<Props['studying'], 'goOn' | 'words'>) {
  return (
    <section className="home-go-on" aria-labelledby="home-go-on">
      {goOn ? (
        <>
          <p className="soft">
            <Titled of={goOn.course} />
          </p>
          <h2 id="home-go-on">
            <Titled of={goOn.title} />
          </h2>
          <a className="home-primary" href={goOn.address}>
            {words.goOn} <ArrowRight size={16} strokeWidth={2} className="arrow" aria-hidden />
          </a>
        </>
      ) : (
        <h2 id="home-go-on">{words.allDone}</h2>
      )}
    </section>
  )
}

function News({ news, words }: Pick<Props['studying'], 'news' | 'words'>) {
  return (
    <section aria-labelledby="home-news">
      <h2 id="home-news">{words.newForYou}</h2>
      <ul className="home-lines">
        {news.map(({ id, words: what, address, course }) => (
          <li key={id}>
            <span className="home-what">
              <a href={address} dir="auto">
                {what}
              </a>
            </span>
            <span className="soft home-where" dir="auto">
              {course}
            </span>
          </li>
        ))}
      </ul>
      <p className="home-none">
        <a href="/notices">{words.allNotices}</a>
      </p>
    </section>
  )
}

/** Words of a course among others, in its language and direction. */
export function Titled({ of: { words, language, direction } }: { of: InCourse }) {
  return (
    <bdi lang={language} dir={direction}>
      {words}
    </bdi>
  )
}
