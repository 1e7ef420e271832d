import { Eye, PanelLeft, PanelRight } from 'lucide-react'
import { lazy, Suspense, useState } from 'react'
import { useRouteLoaderData } from 'react-router'
import { callOutSort } from '../../core/kinds/call-out/kind.ts'
import { type Say, sayIn } from '../../core/words/say.ts'
import { pool } from '../../server/database/pool.server.ts'
import { listSetAside } from '../../server/documents/queries.server.ts'
import { currentTree } from '../../server/documents/trees.server.ts'
import { allowedOrigins } from '../../server/embeds/allowed.server.ts'
import { findQuestionsChanged, listEditions } from '../../server/editions/queries.server.ts'
import { listExercise } from '../../server/exercises/queries.server.ts'
import { findEntry, type ItemState } from '../../server/plan/queries.server.ts'
import { failure, requireCourse } from '../../server/web/guard.server.ts'
import { sealedAddress } from '../../server/sealed/addresses.server.ts'
import type { loader as courseLoader } from '../shell/course.tsx'
import { PaneButton, SidePane, usePane } from '../shell/pane.tsx'
import { PlanTree } from '../shell/plan-tree.tsx'
import { Strip } from '../shell/strip.tsx'
import { useWholeWindow, WholeWindowButton, WholeWindowProvider } from './whole-window.tsx'
import type { Route } from './+types/sheet'
import '../../reader/content.css'
import './sheet.css'

// The editor is most of the script and needs a browser: the server sends the screen, the browser brings the editor,
// and begins to before the page is there.
const workbench = import.meta.env.SSR ? null : import('./workbench.tsx')
// Whoever asks for it hears of what went wrong.
workbench?.catch(() => undefined)
const Workbench = lazy(() => workbench ?? import('./workbench.tsx'))

export async function loader({ request, context, params }: Route.LoaderArgs) {
  const { person, course } = await requireCourse(context, request, params.courseId, 'write')
  const entry = await findEntry(pool, course.id, params.itemId)
  const tree = entry?.documentId ? await currentTree(pool, entry.documentId) : null
  if (!entry?.documentId || !tree) failure('no such place', 404)
  const [editions, setAside, questions, questionsChanged] = await Promise.all([
    listEditions(pool, entry.documentId),
    listSetAside(pool, entry.documentId),
    entry.kind === 'exercise' ? listExercise(pool, entry.id) : [],
    findQuestionsChanged(pool, entry.documentId),
  ])
  return {
    person,
    course,
    entry: { id: entry.id, kind: entry.kind, opensAt: entry.opensAt, settings: entry.settings },
    itemId: entry.id,
    documentId: entry.documentId,
    version: tree.version,
    page: tree.page.toJSON() as object,
    editions,
    setAside,
    questions,
    questionsChanged: questionsChanged?.toISOString() ?? null,
    sealedAddress,
    players: await allowedOrigins(),
    words: ownWords(sayIn(course.language)),
  }
}

/** What pieces say by themselves, as CSS has it, for the sheet: it does not fetch the words of the reading room. */
const ownWords = (say: Say): Readonly<Record<string, string>> => ({
  ...Object.fromEntries(
    callOutSort.options.map((sort) => [`--word-${sort}`, JSON.stringify(say('pieces.callOut', { sort }))]),
  ),
  '--word-model-answer': JSON.stringify(say('pieces.modelAnswer')),
})

export type SheetData = Awaited<ReturnType<typeof loader>>
/** The item whose text is on the sheet. */
export type SheetEntry = SheetData['entry']

export const meta = ({ loaderData }: Route.MetaArgs) => [
  { title: `${titleOf(loaderData?.page)} – Fieldstone` },
  { name: 'sealed-address', content: loaderData?.sealedAddress },
]

function titleOf(page: object | undefined): string {
  const { content } = (page ?? {}) as { content?: { content?: { text?: string }[] }[] }
  return content?.[0]?.content?.map(({ text }) => text ?? '').join('') || 'Untitled page'
}

// A page once open is kept up to date by its own session; loading it again would work against that.
export function shouldRevalidate({
  currentParams,
  nextParams,
}: {
  currentParams: Record<string, string | undefined>
  nextParams: Record<string, string | undefined>
}): boolean {
  return currentParams.itemId !== nextParams.itemId
}

export default function Sheet({ loaderData }: Route.ComponentProps) {
  const frame = useRouteLoaderData<typeof courseLoader>('shell/course')
  const [freshTitles, onTitle] = useFresh<string>(loaderData.itemId)
  const [freshStates, onState] = useFresh<ItemState>(loaderData.itemId)
  const plan = usePane()
  const desk = usePane()
  const whole = useWholeWindow([plan, desk])
  const waiting = <Waiting title={titleOf(loaderData.page)} />
  return (
    <div className={whole.isOn ? 'screen is-whole' : 'screen'} onKeyDown={whole.onKeyDown}>
      <Strip
        person={loaderData.person}
        course={loaderData.course}
        others={
          <>
            <span id="others-here" />
            <PaneButton name="Plan" Icon={PanelLeft} pane={plan} />
            <PaneButton name="Side desk" Icon={PanelRight} pane={desk} />
            <WholeWindowButton whole={whole} />
          </>
        }
      />
      <div className="panes">
        <SidePane pane={plan} side="start" name="Plan">
          <div className="pane-plan">
            <PlanTree courseId={loaderData.course.id} plan={frame?.plan ?? []} {...{ freshTitles, freshStates }} />
          </div>
        </SidePane>
        <WholeWindowProvider value={whole}>
          <Suspense fallback={waiting}>
            <Workbench
              key={loaderData.documentId}
              data={loaderData}
              fallback={waiting}
              {...{ onTitle, onState, desk }}
            />
          </Suspense>
        </WholeWindowProvider>
      </div>
    </div>
  )
}

/** What has changed here since the plan was loaded, by item; and how it is told of the item that is open. */
function useFresh<Value>(itemId: string): [Record<string, Value>, (value: Value) => void] {
  const [fresh, setFresh] = useState<Record<string, Value>>({})
  return [fresh, (value) => setFresh((all) => (all[itemId] === value ? all : { ...all, [itemId]: value }))]
}

/** The sheet before its editor has come: the same shape, so that nothing jumps. */
function Waiting({ title }: { title: string }) {
  return (
    <main className="work" id="work" aria-busy="true">
      <div className="format-bar" />
      <div className="trail" />
      <div className="sheet-scroll">
        <article className="sheet-paper">
          <div className="page-content">
            <h1>{title}</h1>
            <p className="soft">The page is being opened…</p>
          </div>
        </article>
      </div>
      <footer className="foot">
        <Eye size={15} aria-hidden /> Opening
      </footer>
    </main>
  )
}
