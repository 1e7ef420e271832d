import { Button } from 'antd'
import { type LucideIcon, Eye, PanelLeft, PanelRight } from 'lucide-react'
import { lazy, Suspense, useEffect, useState } from 'react'
import { useRouteLoaderData } from 'react-router'
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
import { PlanTree } from '../shell/plan-tree.tsx'
import { Strip } from '../shell/strip.tsx'
import type { Route } from './+types/sheet'
import '../../reader/content.css'
import './sheet.css'

// The editor is most of the script and needs a browser: the server sends the screen, the browser brings the editor.
const Workbench = lazy(() => import('./workbench.tsx'))

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
  }
}

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
  const [freshTitles, setFreshTitles] = useState<Record<string, string>>({})
  const [freshStates, setFreshStates] = useState<Record<string, ItemState>>({})
  const { isPlanOpen, setPlanOpen, isDeskOpen, setDeskOpen } = usePanes()
  const onTitle = (title: string): void =>
    setFreshTitles((titles) =>
      titles[loaderData.itemId] === title ? titles : { ...titles, [loaderData.itemId]: title },
    )
  const onState = (state: ItemState): void =>
    setFreshStates((states) =>
      states[loaderData.itemId] === state ? states : { ...states, [loaderData.itemId]: state },
    )
  const waiting = <Waiting title={titleOf(loaderData.page)} />
  return (
    <div className="screen">
      <Strip
        person={loaderData.person}
        course={loaderData.course}
        others={<PaneButtons {...{ isPlanOpen, setPlanOpen, isDeskOpen, setDeskOpen }} />}
      />
      <div className={`panes ${isPlanOpen ? '' : 'no-plan'} ${isDeskOpen ? '' : 'no-desk'}`}>
        {isPlanOpen && (
          <div className="pane-plan">
            <PlanTree
              courseId={loaderData.course.id}
              plan={frame?.plan ?? []}
              freshTitles={freshTitles}
              freshStates={freshStates}
            />
          </div>
        )}
        <Suspense fallback={waiting}>
          <Workbench
            fallback={waiting}
            key={loaderData.documentId}
            data={loaderData}
            onTitle={onTitle}
            onState={onState}
            isDeskOpen={isDeskOpen}
            onDesk={() => setDeskOpen(true)}
          />
        </Suspense>
      </div>
    </div>
  )
}

/** Which panes are open beside the sheet; on a narrow screen the plan begins closed. */
function usePanes() {
  const [isPlanOpen, setPlanOpen] = useState(true)
  const [isDeskOpen, setDeskOpen] = useState(true)
  useEffect(() => {
    if (window.innerWidth < 1000) setPlanOpen(false)
  }, [])
  return { isPlanOpen, setPlanOpen, isDeskOpen, setDeskOpen }
}

/** Opens and closes what stands beside the sheet; who else is here comes before. */
function PaneButtons({ isPlanOpen, setPlanOpen, isDeskOpen, setDeskOpen }: ReturnType<typeof usePanes>) {
  return (
    <>
      <span id="others-here" />
      <PaneButton name="Plan" Icon={PanelLeft} isOpen={isPlanOpen} onOpen={setPlanOpen} />
      <PaneButton name="Side desk" Icon={PanelRight} isOpen={isDeskOpen} onOpen={setDeskOpen} />
    </>
  )
}

interface PaneButtonProps {
  name: string
  Icon: LucideIcon
  isOpen: boolean
  onOpen: (isOpen: boolean) => void
}

function PaneButton({ name, Icon, isOpen, onOpen }: PaneButtonProps) {
  return (
    <Button
      size="small"
      type="text"
      icon={<Icon size={16} aria-hidden />}
      aria-label={name}
      aria-pressed={isOpen}
      onClick={() => onOpen(!isOpen)}
    />
  )
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
