import { Button, Input, Select } from 'antd'
import { nanoid } from 'nanoid'
import { useEffect, useRef, useState } from 'react'
import { emptyPassage } from '../../core/document/empty-passage.ts'
import { QUESTION_KINDS, type QuestionKind, turned } from '../../core/questions/kinds/registry.ts'
import { kindOfQuestion, type QuestionContent } from '../../core/questions/question.ts'
import { RichField } from '../writing/rich-field.tsx'
import { AnswerFields } from './kinds/registry.tsx'
import { askBank } from '../bank/ask-bank.ts'
import { blankOr, Field } from './field.tsx'
import { VariablesField } from './variables-field.tsx'
import { VersionsPanel } from './versions-panel.tsx'
import './question-editor.css'

export interface EditedQuestion {
  readonly id: string
  readonly title: string
  readonly content: QuestionContent
  /** Null while it has never been kept. */
  readonly version: number | null
}

interface Props {
  courseId: string
  language: string
  question: EditedQuestion
  /** Where a new one goes. */
  folderId: string | null
  onKept: (question: EditedQuestion) => void
}

type Standing = { sort: 'kept' | 'keeping' | 'new' | 'problem' | 'behind'; words: string }
const KEPT: Standing = { sort: 'kept', words: 'Kept' }
const PAUSE = 800

/**
 * A question: its text, where its numbers come from, its answer, hints and how it is done. Kept by itself; tried and
 * looked through beside.
 */
export function QuestionEditor({ courseId, language, question, folderId, onKept }: Props) {
  const [title, setTitle] = useState(question.title)
  const [content, setContent] = useState(question.content)
  const [standing, setStanding] = useState<Standing>(question.version === null ? { sort: 'new', words: 'New' } : KEPT)
  const version = useRef(question.version)
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)
  const latest = useRef({ title, content })
  latest.current = { title, content }
  const order = useRef<Promise<unknown>>(Promise.resolve())

  const keep = (): void => {
    order.current = order.current.then(async () => {
      const now = latest.current
      const answer = await askBank(
        courseId,
        version.current === null
          ? { intent: 'add', id: question.id, folderId, ...now }
          : { intent: 'keep', id: question.id, version: version.current, ...now },
      )
      if (!answer.ok) {
        setStanding({ sort: answer.isBehind ? 'behind' : 'problem', words: answer.reason ?? '' })
        if (answer.reason?.startsWith('The server')) timer.current = setTimeout(keep, 3000)
        return
      }
      version.current = answer.version ?? 1
      if (latest.current === now) setStanding(KEPT)
      onKept({ id: question.id, ...now, version: version.current })
    })
  }
  const change = (next: Partial<{ title: string; content: QuestionContent }>): void => {
    if (next.title !== undefined) setTitle(next.title)
    if (next.content) setContent(next.content)
    latest.current = { ...latest.current, ...next }
    setStanding({ sort: 'keeping', words: 'Keeping…' })
    clearTimeout(timer.current)
    timer.current = setTimeout(keep, PAUSE)
  }
  // What is still waiting when the editor closes is kept all the same.
  const waiting = useRef(false)
  waiting.current = standing.sort === 'keeping'
  useEffect(
    () => () => {
      clearTimeout(timer.current)
      if (waiting.current) keep()
    },
    // eslint-disable-next-line react-hooks/exhaustive-deps -- when it closes
    [],
  )
  const set = (part: Partial<QuestionContent>): void => change({ content: { ...latest.current.content, ...part } })
  const names = content.variables.map(({ name }) => name).filter(Boolean)
  const field = { courseId, uploadTo: 'uploads' as const, variables: names }
  const kind = kindOfQuestion(content)
  return (
    <div className="question-editor">
      <form className="question-form" onSubmit={(event) => event.preventDefault()}>
        <div className="question-head">
          <Input
            aria-label="Title of the question"
            placeholder="Title, for finding it again"
            maxLength={300}
            value={title}
            onChange={(event) => change({ title: event.target.value })}
          />
          <Select
            aria-label="Kind of question"
            value={kind}
            onChange={(to: QuestionKind) => set({ answer: turned(content.answer, to, () => nanoid(8)) })}
            options={Object.entries(QUESTION_KINDS).map(([value, label]) => ({ value, label }))}
          />
          <span
            className={
              standing.sort === 'problem' || standing.sort === 'behind'
                ? 'question-standing is-problem'
                : 'question-standing'
            }
            role="status"
          >
            {standing.words}
            {standing.sort === 'behind' && (
              <Button size="small" onClick={() => ((version.current = (version.current ?? 1) + 1), keep())}>
                Keep mine
              </Button>
            )}
          </span>
        </div>
        <Field label="What is asked">
          <RichField
            label="What is asked"
            placeholder="Write the question…"
            start={blankOr(content.prompt)}
            {...field}
            onChange={(prompt) => set({ prompt })}
          />
        </Field>
        <VariablesField variables={content.variables} conditions={content.conditions} onChange={set} />
        <AnswerFields answer={content.answer} field={field} onChange={(answer) => set({ answer })} />
        <Field label="Hints, one by one" note="Students take them when they want them.">
          {content.hints.map((hint, at) => (
            <div key={`${at} of ${content.hints.length}`} className="hint-row">
              <RichField
                label={`Hint ${at + 1}`}
                placeholder="A step towards the answer…"
                start={blankOr(hint)}
                {...field}
                onChange={(text) =>
                  set({ hints: latest.current.content.hints.map((each, index) => (index === at ? text : each)) })
                }
              />
              <button
                type="button"
                className="link-button"
                onClick={() => set({ hints: content.hints.filter((_each, index) => index !== at) })}
              >
                Take out<span className="visually-hidden"> hint {at + 1}</span>
              </button>
            </div>
          ))}
          <button
            type="button"
            className="link-button"
            onClick={() => set({ hints: [...content.hints, emptyPassage] })}
          >
            Add a hint
          </button>
        </Field>
        <Field label="How it is done" note="Shown with the student’s own numbers, once right and wrong is told.">
          <RichField
            label="How it is done"
            placeholder="The worked solution…"
            start={blankOr(content.solution)}
            {...field}
            onChange={(solution) => set({ solution })}
          />
        </Field>
      </form>
      <VersionsPanel courseId={courseId} language={language} content={content} />
    </div>
  )
}
