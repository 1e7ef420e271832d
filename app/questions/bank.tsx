import { App, Button, Dropdown } from 'antd'
import { FolderPlus, Plus } from 'lucide-react'
import { nanoid } from 'nanoid'
import { useEffect, useState } from 'react'
import { useNavigate, useRevalidator, useRouteLoaderData, useSearchParams } from 'react-router'
import { z } from 'zod'
import { identifier } from '../../core/document/wire.ts'
import { QUESTION_KINDS, questionKind, type QuestionKind } from '../../core/questions/kinds/registry.ts'
import { blankQuestion } from '../../core/questions/question.ts'
import { pool } from '../../server/database/pool.server.ts'
import { findQuestion, listFolders, listQuestions } from '../../server/questions/queries.server.ts'
import { requireCourse } from '../../server/web/guard.server.ts'
import type { loader as courseLoader } from '../shell/course.tsx'
import { Strip } from '../shell/strip.tsx'
import type { Route } from './+types/bank'
import { askBank } from '../bank/ask-bank.ts'
import { type EditedQuestion, QuestionEditor } from './question-editor.tsx'
import '../../reader/content.css'
import './bank.css'

const query = z.object({ folder: z.string().max(60).nullable().catch(null), kind: questionKind.nullable().catch(null), words: z.string().max(200).catch(''), question: identifier.nullable().catch(null) })

export async function loader({ request, context, params }: Route.LoaderArgs) {
  const { course } = await requireCourse(context, request, params.courseId, 'write')
  const search = new URL(request.url).searchParams
  const asked = query.parse({ folder: search.get('folder'), kind: search.get('kind'), words: search.get('words') ?? '', question: search.get('question') })
  const [folders, questions, open] = await Promise.all([listFolders(pool, course.id), listQuestions(pool, course.id, { folderId: asked.folder, kind: asked.kind, words: asked.words }), asked.question ? findQuestion(pool, course.id, asked.question) : null])
  return { folders, questions, open, asked, language: course.language }
}

export const meta = () => [{ title: 'Questions – Fieldstone' }]

/** The question bank: folders and questions at the left, the one that is open at the right. */
export default function Bank({ loaderData: { folders, questions, open, asked, language } }: Route.ComponentProps) {
  const frame = useRouteLoaderData<typeof courseLoader>('shell/course')
  const { message } = App.useApp()
  const [, setSearch] = useSearchParams()
  const navigate = useNavigate()
  const revalidator = useRevalidator()
  const [fresh, setFresh] = useState<EditedQuestion | null>(null)
  const [naming, setNaming] = useState<string | null>(null)
  const [deleted, setDeleted] = useState<{ id: string; title: string; uses: string } | null>(null)
  useEffect(() => {
    if (open && fresh && open.id === fresh.id) setFresh(null)
  }, [open, fresh])
  if (!frame) return null
  const { person, course } = frame
  const set = (change: Record<string, string | null>): void =>
    setSearch((search) => {
      for (const [name, value] of Object.entries(change)) {
        if (value === null) search.delete(name)
        else search.set(name, value)
      }
      return search
    }, { replace: true, preventScrollReset: true })
  const add = (kind: QuestionKind): void => {
    const id = nanoid(12)
    setFresh({ id, title: '', content: blankQuestion(kind, () => nanoid(8)), version: null })
    set({ question: null })
  }
  const addFolder = async (name: string): Promise<void> => {
    setNaming(null)
    if (name.trim() === '') return
    const id = nanoid(12)
    const answer = await askBank(course.id, { intent: 'add folder', id, name })
    if (!answer.ok) return void message.error(answer.reason, 6)
    await revalidator.revalidate()
    set({ folder: id })
  }
  const remove = async (id: string, title: string): Promise<void> => {
    const answer = await askBank(course.id, { intent: 'delete', ids: [id] })
    if (!answer.ok) return void message.error(answer.reason, 6)
    setDeleted({ id, title, uses: (answer.uses ?? []).map((words) => `${words} `).join('') })
    set({ question: null })
    await revalidator.revalidate()
  }
  const bringBack = async (): Promise<void> => {
    if (!deleted) return
    await askBank(course.id, { intent: 'restore', ids: [deleted.id] })
    setDeleted(null)
    await revalidator.revalidate()
  }
  const move = async (id: string, folderId: string | null): Promise<void> => {
    await askBank(course.id, { intent: 'move', ids: [id], folderId })
    await revalidator.revalidate()
  }
  const shown = fresh ?? open
  const newMenu = { items: (Object.keys(QUESTION_KINDS) as QuestionKind[]).map((kind) => ({ key: kind, label: QUESTION_KINDS[kind], onClick: () => add(kind) })) }
  return (
    <div className="screen">
      <Strip person={person} course={course} />
      <div className="panes bank">
        <nav className="bank-list" aria-label="Questions of the bank">
          <div className="bank-bar">
            <input type="search" className="plan-filter" aria-label="Find a question by its words" placeholder="Find by words" defaultValue={asked.words} onChange={(event) => set({ words: event.target.value || null })} />
            <Dropdown menu={newMenu} trigger={['click']}>
              <Button type="primary" icon={<Plus size={15} aria-hidden />}>New</Button>
            </Dropdown>
          </div>
          <div className="bank-filters">
            <select aria-label="Folder" value={asked.folder ?? 'all'} onChange={(event) => set({ folder: event.target.value === 'all' ? null : event.target.value })}>
              <option value="all">All folders</option>
              <option value="">In no folder</option>
              {folders.map(({ id, name, count }) => <option key={id} value={id}>{name} ({count})</option>)}
            </select>
            <select aria-label="Kind" value={asked.kind ?? 'all'} onChange={(event) => set({ kind: event.target.value === 'all' ? null : event.target.value })}>
              <option value="all">All kinds</option>
              {Object.entries(QUESTION_KINDS).map(([kind, label]) => <option key={kind} value={kind}>{label}</option>)}
            </select>
            <Button size="small" type="text" icon={<FolderPlus size={15} aria-hidden />} aria-label="New folder" title="New folder" onClick={() => setNaming('')} />
          </div>
          {naming !== null && (
            <input className="plan-filter" autoFocus aria-label="Name of the new folder" placeholder="Name of the new folder, then Enter" maxLength={100} value={naming} onChange={(event) => setNaming(event.target.value)} onKeyDown={(event) => (event.key === 'Enter' ? void addFolder(naming) : event.key === 'Escape' && setNaming(null))} onBlur={() => void addFolder(naming)} />
          )}
          <ul>
            {questions.map((question) => (
              <li key={question.id}>
                <button type="button" aria-current={question.id === shown?.id || undefined} onClick={() => (setFresh(null), set({ question: question.id }))}>
                  <b>{question.title || question.words || 'Without a title'}</b>
                  <span className="soft">
                    {QUESTION_KINDS[question.kind]}
                    {question.uses > 0 && `, in ${question.uses} ${question.uses === 1 ? 'exercise' : 'exercises'}`}
                  </span>
                </button>
              </li>
            ))}
          </ul>
          {questions.length === 0 && !fresh && <p className="bank-empty soft">{asked.words || asked.kind || asked.folder !== null ? 'No question fits. Take a filter away, or make a new one here.' : 'The bank is empty. “New” makes the first question.'}</p>}
          <div className="plan-undo" role="status">
            {deleted && (
              <>
                “{deleted.title}” deleted. {deleted.uses}<button type="button" className="link-button" onClick={() => void bringBack()}>Bring back</button>
              </>
            )}
          </div>
        </nav>
        <main className="bank-open" aria-label="Question">
          {shown ? (
            <>
              {shown.version !== null && open && (
                <div className="bank-actions">
                  <label>
                    Folder{' '}
                    <select value={open.folderId ?? ''} onChange={(event) => void move(open.id, event.target.value || null)}>
                      <option value="">none</option>
                      {folders.map(({ id, name }) => <option key={id} value={id}>{name}</option>)}
                    </select>
                  </label>
                  <button type="button" className="link-button" onClick={() => void remove(open.id, open.title || 'The question')}>Delete</button>
                </div>
              )}
              <QuestionEditor
                key={shown.id}
                courseId={course.id}
                language={language}
                question={shown}
                folderId={asked.folder || null}
                onKept={(kept) => {
                  void revalidator.revalidate()
                  // It has an address of its own from now on; the editor stays as it is.
                  if (fresh) void navigate(`?${new URLSearchParams({ ...(asked.folder === null ? {} : { folder: asked.folder }), question: kept.id }).toString()}`, { replace: true, preventScrollReset: true })
                }}
              />
            </>
          ) : (
            <p className="bank-empty soft">Choose a question at the left, or make a new one. Each can be used in exercises and in pages.</p>
          )}
        </main>
      </div>
    </div>
  )
}
