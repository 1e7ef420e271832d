import { PanelLeft } from 'lucide-react'
import { useRouteLoaderData } from 'react-router'
import { identifier } from '../../core/document/wire.ts'
import { pool } from '../../server/database/pool.server.ts'
import { findQuestion, listFolders, listQuestions } from '../../server/questions/queries.server.ts'
import { requireCourse } from '../../server/web/guard.server.ts'
import type { loader as courseLoader } from '../shell/course.tsx'
import { PaneButton, SidePane, usePane } from '../shell/pane.tsx'
import { Strip } from '../shell/strip.tsx'
import type { Route } from './+types/bank'
import { askedFilter } from './bank-filter.ts'
import { BankList } from './bank-list.tsx'
import { QuestionEditor } from './question-editor.tsx'
import { useBank } from './use-bank.ts'
import '../../reader/content.css'
import './bank.css'

export async function loader({ request, context, params }: Route.LoaderArgs) {
  const { course } = await requireCourse(context, request, params.courseId, 'write')
  const search = new URL(request.url).searchParams
  const asked = askedFilter(search)
  const openId = identifier.safeParse(search.get('question')).data
  const [folders, questions, open] = await Promise.all([
    listFolders(pool, course.id),
    listQuestions(pool, course.id, { folderId: asked.folder, kind: asked.kind, words: asked.words }),
    openId ? findQuestion(pool, course.id, openId) : null,
  ])
  return { folders, questions, open, asked, language: course.language }
}

export const meta = () => [{ title: 'Questions – Fieldstone' }]

type Loaded = Route.ComponentProps['loaderData']

/** The question bank: folders and questions at the left, the one that is open at the right. */
export default function BankScreen({
  loaderData: { folders, questions, open, asked, language },
}: Route.ComponentProps) {
  const frame = useRouteLoaderData<typeof courseLoader>('shell/course')
  const list = usePane(open === null)
  const bank = useBank(frame?.course.id ?? '', open, asked.folder)
  if (!frame) return null
  const { person, course } = frame
  const shown = bank.fresh ?? open
  return (
    <div className="screen">
      <Strip
        person={person}
        course={course}
        others={<PaneButton name="List of questions" Icon={PanelLeft} pane={list} />}
      />
      <div className="panes bank">
        <SidePane pane={list} side="start" name="Questions">
          <BankList courseId={course.id} {...{ bank, folders, questions, asked }} openId={shown?.id} />
        </SidePane>
        <main className="bank-open" id="work" data-area="work">
          <h1 className="visually-hidden">{shown ? `Question: ${shown.title || 'new'}` : 'Questions'}</h1>
          {!shown && (
            <p className="bank-empty soft">
              Choose a question at the left, or make a new one. Each can be used in exercises and in pages.
            </p>
          )}
          {shown && shown.version !== null && open && <OpenActions {...{ open, bank, folders }} />}
          {shown && (
            <QuestionEditor
              key={shown.id}
              courseId={course.id}
              language={language}
              question={shown}
              folderId={asked.folder || null}
              onKept={({ id }) => bank.kept(id)}
            />
          )}
        </main>
      </div>
    </div>
  )
}

interface OpenActionsProps {
  open: NonNullable<Loaded['open']>
  bank: ReturnType<typeof useBank>
  folders: Loaded['folders']
}

/** What can be done with the question that is open, besides writing it. */
function OpenActions({ open, bank, folders }: OpenActionsProps) {
  return (
    <div className="bank-actions">
      <label>
        Folder{' '}
        <select value={open.folderId ?? ''} onChange={(event) => void bank.move(open.id, event.target.value || null)}>
          <option value="">none</option>
          {folders.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <button
        type="button"
        className="link-button"
        onClick={() => void bank.remove(open.id, open.title || 'The question')}
      >
        Delete
      </button>
    </div>
  )
}
