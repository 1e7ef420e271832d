import { Alert, Button } from 'antd'
import { useEffect, useMemo, useRef } from 'react'
import { kindOfEntry } from '../../core/plan/kinds.ts'
import { PLAN_TITLE_LENGTH } from '../../core/plan/outline.ts'
import { BlankField } from './blank-field.tsx'
import { coloured, shownIn } from './filled-look.ts'
import { Sketch } from './sketch.tsx'
import { KindIcon } from '../shell/entry-kinds.tsx'
import type { Offered, ShownTemplate } from './template-requests.ts'
import { type TemplatesInHand, useTemplates } from './use-templates.ts'
import { Dialog } from '../shell/dialog.tsx'
import '../../reader/content.css'
import './templates.css'

const GROUPS = [
  ['own', 'Mine'],
  ['course', 'Of this course'],
  ['everyone', 'Of all authors'],
] as const

interface Props {
  courseId: string
  afterId: string | null
  onClose: () => void
  onMade: (id: string, words: string) => void
}

/** To the first field with something wrong in it, once that has been told there. */
const goToProblem = (): void =>
  void setTimeout(() => document.querySelector<HTMLElement>('.template-field [aria-invalid="true"]')?.focus())

/** Makes a page from a template: choose one, see it, fill its blanks. */
export function UseTemplate({ courseId, afterId, onClose, onMade }: Props) {
  const held = useTemplates(courseId, afterId)
  const { all, chosen, isAsking, problem } = held
  const make = async (of: Offered): Promise<void> => {
    const made = await held.make(of)
    if (!made) return goToProblem()
    onMade(made.id ?? '', made.notes?.join(' ') ?? '')
    onClose()
  }
  return (
    <Dialog
      open
      title="A page from a template"
      width={880}
      className="template-dialog has-foot-words"
      onCancel={onClose}
      footer={
        <>
          <Standing {...held} />
          <Button onClick={onClose}>Cancel</Button>
          <Button type="primary" loading={isAsking} disabled={!chosen} onClick={() => chosen && void make(chosen)}>
            Make the page
          </Button>
        </>
      }
    >
      {all?.length === 0 ? (
        <p className="template-none">
          There is no template yet. To make one, open the menu of a page in the plan and choose “Save as a template”.
        </p>
      ) : (
        <div className="template-panes">
          <TemplateList {...held} />
          {chosen && <Chosen key={chosen.id} chosen={chosen} held={held} />}
        </div>
      )}
      {problem && <Alert type="warning" title={problem} role="alert" />}
    </Dialog>
  )
}

/** What was just taken away, or what is still empty. */
function Standing({ gone, open, take }: TemplatesInHand) {
  return (
    <span className="soft foot-words" role="status">
      {gone ? (
        <>
          “{gone.name}” was deleted.{' '}
          <button type="button" className="link-button" onClick={() => void take(gone, 'restore')}>
            Restore
          </button>
        </>
      ) : (
        open > 0 &&
        (open === 1
          ? '1 blank is empty: its example stays, and the proof reminds you of it.'
          : `${open} blanks are empty: their examples stay, and the proof reminds you of them.`)
      )}
    </span>
  )
}

/** What there is, by whose it is, found by words. */
function TemplateList({ all, typed, setTyped, shown, chosen, choose, problem }: TemplatesInHand) {
  return (
    <div className="template-list">
      <input
        type="search"
        aria-label="Find a template"
        placeholder="Find a template"
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
      />
      {all === null && !problem && <p className="soft">Loading…</p>}
      {all !== null && shown.length === 0 && <p className="soft">None has these words.</p>}
      {GROUPS.map(([visibility, name]) => {
        const own = shown.filter((each) => each.visibility === visibility)
        if (own.length === 0) return null
        return (
          <section key={visibility}>
            <h3>{name}</h3>
            <ul>
              {own.map((each) => (
                <li key={each.id}>
                  <button type="button" aria-current={each === chosen || undefined} onClick={() => choose(each.id)}>
                    <Sketch shapes={each.sketch ?? []} />
                    <span>
                      <span dir="auto">{each.name}</span>
                      <small className="soft">
                        <KindIcon kind={each.kind} size={13} /> {kindOfEntry(each.kind).label}
                      </small>
                    </span>
                  </button>
                </li>
              ))}
            </ul>
          </section>
        )
      })}
    </div>
  )
}

/** The chosen one: what it is for, the fields of its blanks, how the page will look. */
function Chosen({ chosen, held }: { chosen: Offered; held: TemplatesInHand }) {
  const { title, setTitle, values, setValues, lookedAt, take, isWanted: isAsked } = held
  return (
    <div className="template-shown">
      {chosen.description && <p dir="auto">{chosen.description}</p>}
      <p className="soft small">
        {kindOfEntry(chosen.kind).label}, by {chosen.isOwn ? 'you' : chosen.person}.{' '}
        {chosen.isOwn && (
          <button type="button" className="link-button" onClick={() => void take(chosen, 'delete')}>
            Delete it
          </button>
        )}
      </p>
      <div className="template-fields">
        <div className="template-field">
          <label htmlFor="template-title">Title</label>
          <input
            id="template-title"
            value={title}
            maxLength={PLAN_TITLE_LENGTH}
            onChange={(event) => setTitle(event.target.value)}
          />
        </div>
        {lookedAt?.blanks.map((blank) => (
          <BlankField
            key={blank.name}
            {...{ blank, isAsked }}
            value={values[blank.name] ?? ''}
            onChange={(value) => setValues({ ...values, [blank.name]: value })}
          />
        ))}
      </div>
      {lookedAt ? <Picture template={lookedAt} title={title} values={values} /> : <p className="soft">Opening it…</p>}
    </div>
  )
}

/** How the page will look, with what has been filled in so far. */
function Picture({
  template,
  title,
  values,
}: {
  template: ShownTemplate
  title: string
  values: Readonly<Record<string, string>>
}) {
  const text = useRef<HTMLDivElement>(null)
  const html = useMemo(() => ({ __html: coloured(template, values) }), [template, values])
  useEffect(() => {
    for (const place of text.current?.querySelectorAll<HTMLElement>('[data-blank]') ?? []) {
      const name = place.dataset.blank || place.dataset.example || place.textContent
      place.dataset.example ??= place.textContent
      const filled = shownIn(template, name, values)
      place.textContent = filled || place.dataset.example
      place.classList.toggle('is-filled', Boolean(filled))
    }
  }, [values, html, template])
  return (
    <div className="template-picture" aria-label="How it looks" role="img">
      <div className="page-content" inert dir="auto">
        <h1>{title}</h1>
        <div ref={text} dangerouslySetInnerHTML={html} />
      </div>
    </div>
  )
}
