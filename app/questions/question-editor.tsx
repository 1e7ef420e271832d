import { Button, Input } from 'antd'
import { nanoid } from 'nanoid'
import { emptyPassage } from '../../core/document/empty-passage.ts'
import { QUESTION_KINDS, type QuestionKind, turned } from '../../core/questions/kinds/registry.ts'
import { kindOfQuestion, type QuestionContent } from '../../core/questions/question.ts'
import { RichField } from '../writing/rich-field.tsx'
import { AnswerFields } from './kinds/registry.tsx'
import { blankOr, Field } from './field.tsx'
import { VariablesField } from './variables-field.tsx'
import { type QuestionDraft, useQuestionDraft } from './use-question-draft.ts'
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

/**
 * A question: its text, where its numbers come from, its answer, hints and how it is done. Kept by itself; tried and
 * looked through beside.
 */
export function QuestionEditor({ courseId, language, question, folderId, onKept }: Props) {
  const draft = useQuestionDraft(courseId, folderId, question, onKept)
  const { content, set } = draft
  const field = {
    courseId,
    uploadTo: 'uploads' as const,
    variables: content.variables.map(({ name }) => name).filter(Boolean),
  }
  return (
    <div className="question-editor">
      <form className="question-form" onSubmit={(event) => event.preventDefault()}>
        <Head draft={draft} />
        <Field label="What is asked">
          <RichField
            label="What is asked"
            placeholder="Write the question…"
            start={blankOr(content.prompt)}
            {...field}
            onChange={(prompt) => set(() => ({ prompt }))}
          />
        </Field>
        <VariablesField
          variables={content.variables}
          conditions={content.conditions}
          onChange={(part) => set(() => part)}
        />
        <AnswerFields answer={content.answer} field={field} onChange={(answer) => set(() => ({ answer }))} />
        <Hints
          hints={content.hints}
          field={field}
          onChange={(change) => set(({ hints }) => ({ hints: change(hints) }))}
        />
        <Field label="Worked solution" note="Shown with the student’s own numbers, together with right or wrong.">
          <RichField
            label="Worked solution"
            placeholder="The worked solution…"
            start={blankOr(content.solution)}
            {...field}
            onChange={(solution) => set(() => ({ solution }))}
          />
        </Field>
      </form>
      <VersionsPanel courseId={courseId} language={language} content={content} />
    </div>
  )
}

/** Title, kind, and how keeping stands. */
function Head({ draft: { title, content, standing, change, set, keepMine } }: { draft: QuestionDraft }) {
  const isProblem = standing.type === 'problem' || standing.type === 'behind'
  return (
    <div className="question-head">
      <Input
        aria-label="Title of the question"
        placeholder="Title, for finding it again"
        maxLength={300}
        value={title}
        onChange={(event) => change({ title: event.target.value })}
      />
      <select
        aria-label="Kind of question"
        value={kindOfQuestion(content)}
        onChange={({ target }) =>
          set(({ answer }) => ({ answer: turned(answer, target.value as QuestionKind, () => nanoid(8)) }))
        }
      >
        {Object.entries(QUESTION_KINDS).map(([value, label]) => (
          <option key={value} value={value}>
            {label}
          </option>
        ))}
      </select>
      <span className={isProblem ? 'question-standing is-problem' : 'question-standing'} role="status">
        {standing.words}
        {standing.type === 'behind' && (
          <Button size="small" onClick={keepMine}>
            Keep mine
          </Button>
        )}
      </span>
    </div>
  )
}

interface HintsProps {
  hints: readonly object[]
  field: { courseId: string; uploadTo: 'uploads'; variables: readonly string[] }
  onChange: (change: (hints: readonly object[]) => object[]) => void
}

function Hints({ hints, field, onChange }: HintsProps) {
  return (
    <Field label="Hints, one by one" note="Students take them when they want them.">
      {hints.map((hint, at) => (
        <div key={`${at} of ${hints.length}`} className="hint-row">
          <RichField
            label={`Hint ${at + 1}`}
            placeholder="A step towards the answer…"
            start={blankOr(hint)}
            {...field}
            onChange={(text) => onChange((all) => all.with(at, text))}
          />
          <button type="button" className="link-button" onClick={() => onChange((all) => all.toSpliced(at, 1))}>
            Remove<span className="visually-hidden"> hint {at + 1}</span>
          </button>
        </div>
      ))}
      <button type="button" className="link-button" onClick={() => onChange((all) => [...all, emptyPassage])}>
        Add a hint
      </button>
    </Field>
  )
}
