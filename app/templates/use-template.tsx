import { Alert, Button, Input, Modal } from 'antd'
import { useEffect, useMemo, useRef, useState } from 'react'
import { kindOfEntry } from '../../core/plan/kinds.ts'
import { PLAN_TITLE_LENGTH } from '../../core/plan/outline.ts'
import { getJson } from '../shell/ask-json.ts'
import { useAsking } from '../shell/use-asking.ts'
import { KindIcon } from '../shell/entry-kinds.tsx'
import { askTemplates, templatesAddress } from './ask-templates.ts'
import { type Offered, offered, type ShownTemplate, shownTemplate } from './template-requests.ts'
import '../../reader/content.css'
import './templates.css'

const GROUPS = [
  ['own', 'Mine'],
  ['course', 'Of this course'],
  ['everyone', 'Of all authors'],
] as const

/** Makes a page from a template: choose one, see it, fill its blanks. */
export function UseTemplate({
  courseId,
  afterId,
  onClose,
  onMade,
}: {
  courseId: string
  afterId: string | null
  onClose: () => void
  onMade: (id: string, words: string) => void
}) {
  const [all, setAll] = useState<readonly Offered[] | null>(null)
  const [typed, setTyped] = useState('')
  const [chosenId, setChosen] = useState<string | null>(null)
  const [title, setTitle] = useState<string | null>(null)
  const [values, setValues] = useState<Record<string, string>>({})
  const [gone, setGone] = useState<Offered | null>(null)
  const { isAsking, problem, setProblem, ask } = useAsking()
  useEffect(
    () =>
      void getJson(templatesAddress(courseId), offered.array()).then((asked) =>
        asked.ok ? setAll(asked.value) : setProblem(asked.reason),
      ),
    [courseId, setProblem],
  )
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean)
  const shown = (all ?? []).filter(
    ({ id, name, description }) =>
      id !== gone?.id && words.every((word) => `${name} ${description}`.toLowerCase().includes(word)),
  )
  const chosen = shown.find(({ id }) => id === chosenId) ?? shown[0]
  const choose = (id: string): void => {
    setChosen(id)
    setTitle(null)
    setValues({})
    setProblem('')
  }
  const make = async (): Promise<void> => {
    if (!chosen) return
    const made = await ask(() =>
      askTemplates(courseId, { intent: 'use', templateId: chosen.id, afterId, title: title ?? chosen.name, values }),
    )
    if (!made) return
    onMade(made.id ?? '', made.notes?.join(' ') ?? '')
    onClose()
  }
  const take = async (template: Offered, intent: 'delete' | 'restore'): Promise<void> => {
    if (await ask(() => askTemplates(courseId, { intent, id: template.id })))
      setGone(intent === 'delete' ? template : null)
  }
  // What each holds is asked when it is looked at, and then known.
  const [looked, setLooked] = useState<Readonly<Record<string, ShownTemplate>>>({})
  const lookedAt = chosen && looked[chosen.id]
  useEffect(() => {
    if (!chosen || lookedAt) return
    void getJson(`${templatesAddress(courseId)}?shown=${chosen.id}`, shownTemplate).then((asked) =>
      asked.ok ? setLooked((all) => ({ ...all, [chosen.id]: asked.value })) : setProblem(asked.reason),
    )
    // eslint-disable-next-line react-hooks/exhaustive-deps -- asked once for each template
  }, [chosen?.id])
  const open = lookedAt?.blanks.filter(({ name }) => !values[name]?.trim()).length ?? 0
  return (
    <Modal
      open
      title="A page from a template"
      width={880}
      className="template-dialog"
      onCancel={onClose}
      footer={
        <>
          <span className="soft template-foot" role="status">
            {gone ? (
              <>
                “{gone.name}” was taken away.{' '}
                <button type="button" className="link-button" onClick={() => void take(gone, 'restore')}>
                  Bring back
                </button>
              </>
            ) : (
              open > 0 &&
              (open === 1
                ? '1 blank is empty: its example stays, and the proof reminds you of it.'
                : `${open} blanks are empty: their examples stay, and the proof reminds you of them.`)
            )}
          </span>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="primary" loading={isAsking} disabled={!chosen} onClick={() => void make()}>
            Make the page
          </Button>
        </>
      }
    >
      {all?.length === 0 ? (
        <p className="template-none">
          There is no template yet. To make one, open the menu of a page in the plan and choose “Keep as a template”.
        </p>
      ) : (
        <div className="template-panes">
          <div className="template-list">
            <input
              type="search"
              aria-label="Find a template"
              placeholder="Find a template"
              value={typed}
              onChange={(event) => setTyped(event.target.value)}
            />
            {all === null && !problem && <p className="soft">Looking what there is…</p>}
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
                        <button
                          type="button"
                          aria-current={each === chosen || undefined}
                          onClick={() => choose(each.id)}
                        >
                          <KindIcon kind={each.kind} size={15} />
                          <span dir="auto">{each.name}</span>
                        </button>
                      </li>
                    ))}
                  </ul>
                </section>
              )
            })}
          </div>
          {chosen && (
            <div className="template-shown" key={chosen.id}>
              {chosen.description && <p dir="auto">{chosen.description}</p>}
              <p className="soft small">
                {kindOfEntry(chosen.kind).label}, by {chosen.isOwn ? 'you' : chosen.person}.{' '}
                {chosen.isOwn && (
                  <button type="button" className="link-button" onClick={() => void take(chosen, 'delete')}>
                    Take it away
                  </button>
                )}
              </p>
              <div className="template-fields">
                <label>
                  <span>Title</span>
                  <Input
                    value={title ?? chosen.name}
                    maxLength={PLAN_TITLE_LENGTH}
                    onChange={(event) => setTitle(event.target.value)}
                  />
                </label>
                {lookedAt?.blanks.map(({ name, example }) => (
                  <label key={name}>
                    <span>{name}</span>
                    <Input
                      value={values[name] ?? ''}
                      placeholder={example}
                      maxLength={2000}
                      onChange={(event) => setValues({ ...values, [name]: event.target.value })}
                    />
                  </label>
                ))}
              </div>
              {lookedAt ? (
                <Picture template={lookedAt} title={title ?? chosen.name} values={values} />
              ) : (
                <p className="soft">Opening it…</p>
              )}
            </div>
          )}
        </div>
      )}
      {problem && <Alert type="warning" title={problem} role="alert" />}
    </Modal>
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
  const html = useMemo(() => ({ __html: template.html }), [template.html])
  useEffect(() => {
    for (const place of text.current?.querySelectorAll<HTMLElement>('[data-blank]') ?? []) {
      const name = place.dataset.blank || place.dataset.example || place.textContent
      place.dataset.example ??= place.textContent
      const filled = values[name]?.trim()
      place.textContent = filled || place.dataset.example
      place.classList.toggle('is-filled', Boolean(filled))
    }
  }, [values, html])
  return (
    <div className="template-picture" aria-label="How it looks" role="img">
      <div className="page-content" inert dir="auto">
        <h1>{title}</h1>
        <div ref={text} dangerouslySetInnerHTML={html} />
      </div>
    </div>
  )
}
