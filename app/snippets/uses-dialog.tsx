import { Alert, Button } from 'antd'
import { useEffect, useMemo, useState } from 'react'
import { schema } from '../../core/document/schema.ts'
import { filledSnippet, valuesOf } from '../../core/snippets/snippets.ts'
import type { ShownSnippet, SnippetPlaces } from '../../core/snippets/wire.ts'
import { DrawnBlocks } from '../preview/drawn-blocks.tsx'
import { Dialog } from '../shell/dialog.tsx'
import { askPlaces } from './ask-snippets.ts'
import { asSnippet } from './use-snippet.ts'
import { type PageWithSnippet as Page, useUses } from './use-uses.ts'
import './snippets.css'

interface Props {
  courseId: string
  snippet: ShownSnippet
  onClose: () => void
}

/** Where a snippet is used: pages with an older state of it, a look at what would change there, and the change. */
export function UsesDialog({ courseId, snippet, onClose }: Props) {
  const held = useUses(courseId, snippet)
  const { uses, problem, chosen, ticked, isCarrying, said, carry } = held
  const old = uses?.pages.filter(({ oldest }) => oldest < snippet.version) ?? []
  return (
    <Dialog
      open
      title={`Where “${snippet.name}” is used`}
      width={980}
      className="snippet-dialog has-foot-words"
      onCancel={onClose}
      footer={
        <>
          <span className="soft foot-words" role="status">
            {said}
          </span>
          <Button data-begin onClick={onClose}>
            Close
          </Button>
          {old.length > 0 && (
            <Button type="primary" loading={isCarrying} disabled={ticked.size === 0} onClick={() => void carry()}>
              {ticked.size === 1 ? 'Bring 1 page up to date' : `Bring ${ticked.size} pages up to date`}
            </Button>
          )}
        </>
      }
    >
      {uses && uses.pages.length > 0 && (
        <div className="dialog-panes">
          <div className="snippet-fields">
            <UsesList {...held} pages={uses.pages} version={snippet.version} />
          </div>
          {/* It scrolls, so it is reached by key. */}
          <section className="dialog-look" aria-label="What would change" tabIndex={0}>
            {chosen && <Change key={chosen.documentId} {...{ courseId, snippet }} page={chosen} />}
          </section>
        </div>
      )}
      {uses && <Others pages={uses.pages.length} elsewhere={uses.elsewhere} />}
      {!uses && !problem && <p className="soft">Looking for it…</p>}
      {problem && <Alert type="warning" title={problem} role="alert" />}
    </Dialog>
  )
}

/** What is said of pages that are not listed. */
function Others({ pages, elsewhere }: { pages: number; elsewhere: number }) {
  if (pages + elsewhere === 0)
    return <p className="soft">No page has it yet. Pages are counted a few seconds after somebody wrote on them.</p>
  if (elsewhere === 0) return null
  return (
    <p className="soft">
      {elsewhere === 1 ? '1 page' : `${elsewhere} pages`} of courses that you don’t write{' '}
      {elsewhere === 1 ? 'has' : 'have'} it, too.
    </p>
  )
}

interface ListProps extends Pick<
  ReturnType<typeof useUses>,
  'chosen' | 'choose' | 'ticked' | 'tick' | 'takesTouched' | 'setTakesTouched'
> {
  pages: readonly Page[]
  version: number
}

/** The pages by their courses; those with an older state can be ticked. */
function UsesList({ pages, version, chosen, choose, ticked, tick, takesTouched, setTakesTouched }: ListProps) {
  const courses = [...new Set(pages.map(({ course }) => course))]
  return (
    <>
      {courses.map((course) => (
        <section key={course}>
          <h3 dir="auto">{course}</h3>
          <ul className="snippet-uses">
            {pages
              .filter((page) => page.course === course)
              .map((page) => (
                <li key={page.documentId}>
                  {page.oldest < version && (
                    <input
                      type="checkbox"
                      aria-label={`Bring “${page.title}” up to date`}
                      checked={ticked.has(page.documentId)}
                      onChange={({ target }) => tick(page.documentId, target.checked)}
                    />
                  )}
                  <button
                    type="button"
                    aria-current={page === chosen || undefined}
                    onClick={() => choose(page.documentId)}
                  >
                    <span dir="auto">{page.title}</span>
                    <small className="soft">
                      {page.places === 1 ? '1 place' : `${page.places} places`},{' '}
                      {page.oldest < version ? 'an older state' : 'up to date'}
                    </small>
                  </button>
                </li>
              ))}
          </ul>
        </section>
      ))}
      {pages.some(({ oldest }) => oldest < version) && (
        <label className="template-ask">
          <input type="checkbox" checked={takesTouched} onChange={({ target }) => setTakesTouched(target.checked)} />
          Also places that were changed by hand: their changes go
        </label>
      )}
    </>
  )
}

/** What stands on a page now, and what would stand there. */
function Change({ courseId, snippet, page }: { courseId: string; snippet: ShownSnippet; page: Page }) {
  const [places, setPlaces] = useState<SnippetPlaces | null>(null)
  const [problem, setProblem] = useState('')
  useEffect(() => {
    void askPlaces(courseId, snippet.id, page.documentId).then((asked) =>
      asked.ok ? setPlaces(asked.value) : setProblem(asked.reason),
    )
  }, [courseId, snippet.id, page.documentId])
  if (!places) return <p className="soft">{problem || 'Opening the page…'}</p>
  return (
    <>
      <p>
        <a href={`/courses/${page.courseId}/items/${page.entryId}`}>Open “{page.title}”</a>
      </p>
      {places.places.map((place, at) => (
        <Place key={at} {...{ snippet, place }} language={places.language} isOld={page.oldest < snippet.version} />
      ))}
      {places.count > places.places.length && (
        <p className="soft">{places.count - places.places.length} more are not shown here.</p>
      )}
      {places.count === 0 && <p className="soft">It no longer stands there.</p>}
    </>
  )
}

interface PlaceProps {
  snippet: ShownSnippet
  place: SnippetPlaces['places'][number]
  language: string
  isOld: boolean
}

function Place({ snippet, place, language, isOld }: PlaceProps) {
  const [now, then] = useMemo(() => {
    const node = schema.nodeFromJSON(place.content)
    return [node, filledSnippet(asSnippet(snippet), valuesOf(node), language)]
  }, [place, snippet, language])
  const isSame = now.content.eq(then.content)
  return (
    <div className="snippet-change">
      <h3>{isOld ? 'Now' : 'As it stands'}</h3>
      {place.isTouched && <p className="soft">Changed by hand since it was put in.</p>}
      <DrawnBlocks blocks={now.content} language={language} />
      {isOld && (
        <>
          <h3>Up to date</h3>
          {isSame ? (
            <p className="soft">It will look the same.</p>
          ) : (
            <DrawnBlocks blocks={then.content} language={language} />
          )}
        </>
      )}
    </div>
  )
}
