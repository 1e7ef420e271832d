import { Button } from 'antd'
import { CircleCheck, TriangleAlert } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import type { QuestionContent } from '../../core/questions/question.ts'
import { DeskTabs } from '../shell/desk-tabs.tsx'
import { askBank } from '../bank/ask-bank.ts'
import { useNewest } from '../shell/use-newest.ts'
import { useCheck } from './use-check.ts'

const SHOWN = 100

/** Beside a question: what is wrong with it, all its versions, and one of them to try. */
export function VersionsPanel({
  courseId,
  language,
  content,
}: {
  courseId: string
  language: string
  content: QuestionContent
}) {
  const [tab, setTab] = useState<'versions' | 'try'>('versions')
  const check = useCheck(content, language)
  const bad = check?.versions.filter(({ problem }) => problem !== null) ?? []
  return (
    <aside className="desk versions-panel" aria-label="Check of the question">
      <DeskTabs<'versions' | 'try'>
        name="Check of the question"
        tabs={[
          { id: 'versions', name: 'Versions', count: check?.versions.length },
          { id: 'try', name: 'Try it' },
        ]}
        chosen={tab}
        onChoose={setTab}
      >
        {tab === 'try' ? (
          <TryIt courseId={courseId} content={content} />
        ) : (
          <section>
            {!check && <p className="soft">Checking…</p>}
            {check?.problems.map((problem) => (
              <p key={problem} className="desk-advice is-trouble">
                <TriangleAlert size={15} aria-hidden /> {problem}
              </p>
            ))}
            {check && check.problems.length === 0 && <AllVersions {...{ bad, check }} />}
          </section>
        )}
      </DeskTabs>
    </aside>
  )
}

interface AllVersionsProps {
  bad: NonNullable<ReturnType<typeof useCheck>>['versions']
  check: NonNullable<ReturnType<typeof useCheck>>
}

/** How many versions there are, and the first of them, bad ones first. */
function AllVersions({ bad, check }: AllVersionsProps) {
  return (
    <>
      <p className={bad.length > 0 ? 'desk-advice is-trouble' : 'desk-advice'} role="status">
        {bad.length > 0 ? <TriangleAlert size={15} aria-hidden /> : <CircleCheck size={15} aria-hidden />}
        <span>
          {check.isSample
            ? `${check.versions.length.toLocaleString('en')} drawn of ${check.combinations.toLocaleString('en')} combinations. `
            : `${check.versions.length.toLocaleString('en')} ${check.versions.length === 1 ? 'version' : 'versions'} of ${check.combinations.toLocaleString('en')} ${check.combinations === 1 ? 'combination' : 'combinations'}. `}
          {bad.length === 0 ? 'All can be used.' : `${bad.length} can’t be used; students never get those.`}
        </span>
      </p>
      <ol className="version-list" aria-label="Versions" tabIndex={0}>
        {[...bad, ...check.versions.filter(({ problem }) => problem === null)].slice(0, SHOWN).map((version, at) => (
          <li key={at} className={version.problem ? 'is-bad' : ''}>
            {Object.keys(version.values).length > 0 && (
              <code>
                {Object.entries(version.values)
                  .map(([name, value]) =>
                    Number.isFinite(value) ? `${name} = ${Number(value.toPrecision(6))}` : `${name} has no value`,
                  )
                  .join(', ')}
              </code>
            )}
            <span>{version.prompt}</span>
            {version.problem ? <b>{version.problem}</b> : <b>→ {version.answer}</b>}
          </li>
        ))}
      </ol>
      {check.versions.length > SHOWN && <p className="soft small">The first {SHOWN} are shown, bad ones first.</p>}
    </>
  )
}

/** One version as a student meets it; answers are checked by the server, as in earnest. */
function TryIt({ courseId, content }: { courseId: string; content: QuestionContent }) {
  const [seed, setSeed] = useState(1)
  const [html, setHtml] = useState('')
  const [problem, setProblem] = useState('')
  const holder = useRef<HTMLDivElement>(null)
  const newest = useNewest()
  const ask = (response: string[] | null): void =>
    newest.hear(askBank(courseId, { intent: 'try', content, seed, response }), (answer) => {
      setProblem(answer.ok ? '' : (answer.reason ?? ''))
      setHtml(answer.ok ? (answer.html ?? '') : '')
    })
  useEffect(() => {
    const timer = setTimeout(() => ask(null), 300)
    return () => clearTimeout(timer)
    // eslint-disable-next-line react-hooks/exhaustive-deps -- another version, or another question
  }, [seed, content])
  const onSubmit = (event: React.FormEvent): void => {
    event.preventDefault()
    const form = event.target as HTMLFormElement
    const response = [...new FormData(form)].flatMap(([name, value]) =>
      name === 'response' && typeof value === 'string' ? [value] : [],
    )
    ask(response)
  }
  return (
    <section className="try-it">
      <Button size="small" onClick={() => setSeed(seed + 1)}>
        Another version
      </Button>
      {problem && (
        <p className="desk-advice is-trouble">
          <TriangleAlert size={15} aria-hidden /> {problem}
        </p>
      )}
      <div ref={holder} className="page-content" onSubmit={onSubmit} dangerouslySetInnerHTML={{ __html: html }} />
    </section>
  )
}
