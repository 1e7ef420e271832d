import { Alert, Button, Form, Input, Radio } from 'antd'
import { useEffect, useState } from 'react'
import { MOST_BLANK_NAME } from '../../core/kinds/blank/kind.ts'
import { PLAN_TITLE_LENGTH } from '../../core/plan/outline.ts'
import type { Visibility } from '../../core/templates/template.ts'
import { getJson } from '../shell/ask-json.ts'
import { useAsking } from '../shell/use-asking.ts'
import { askTemplates, templatesAddress } from './ask-templates.ts'
import { VISIBILITY_WORDS } from './visibility-words.ts'
import { toSave, type ToSave } from './template-requests.ts'
import { Dialog } from '../shell/dialog.tsx'
import './templates.css'

interface Props {
  courseId: string
  entryId: string
  onClose: () => void
  onSaved: (words: string) => void
}

/**
 * Keeps what a page holds just now as a template: a name, what it is for, who may use it, what its blanks are called.
 */
export function SaveTemplate({ courseId, entryId, onClose, onSaved }: Props) {
  const [found, setFound] = useState<ToSave | null>(null)
  const [name, setName] = useState('')
  const [description, setDescription] = useState('')
  const [visibility, setVisibility] = useState<Visibility>('own')
  const [names, setNames] = useState<Record<string, string>>({})
  const { isAsking, problem, setProblem, ask } = useAsking()
  useEffect(() => {
    void getJson(`${templatesAddress(courseId)}?of=${entryId}`, toSave).then((asked) => {
      if (!asked.ok) return setProblem(asked.reason)
      setFound(asked.value)
      setName(asked.value.title)
    })
    // eslint-disable-next-line react-hooks/exhaustive-deps -- asked once for each page
  }, [courseId, entryId])
  const save = async (): Promise<void> => {
    if (name.trim() === '') return setProblem('A template needs a name.')
    if (!(await ask(() => askTemplates(courseId, { intent: 'save', entryId, name, description, visibility, names }))))
      return
    onSaved(`“${name.trim()}” is a template now. “From a template” above the plan uses it.`)
    onClose()
  }
  return (
    <Dialog
      open
      title="Save this page as a template"
      width={560}
      onCancel={onClose}
      footer={
        <>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="primary" loading={isAsking} disabled={!found} onClick={() => void save()}>
            Save the template
          </Button>
        </>
      }
    >
      <p className="dialog-words">
        A copy is saved as it stands now. The page itself stays as it is, and changes to it do not change the template.
      </p>
      <TemplateFields
        {...{ name, setName, description, setDescription, visibility, setVisibility, found, names, setNames }}
      />
      {problem && <Alert type="warning" title={problem} role="alert" />}
    </Dialog>
  )
}

interface TemplateFieldsProps {
  name: string
  setName: (value: string) => void
  description: string
  setDescription: (value: string) => void
  visibility: Visibility
  setVisibility: (value: Visibility) => void
  /** What is kept; null until it is known. */
  found: ToSave | null
  names: Record<string, string>
  setNames: (value: Record<string, string>) => void
}

function TemplateFields({
  name,
  setName,
  description,
  setDescription,
  visibility,
  setVisibility,
  found,
  names,
  setNames,
}: TemplateFieldsProps) {
  return (
    <Form layout="vertical" component={false}>
      <Form.Item label="Name" htmlFor="template-name">
        <Input
          id="template-name"
          value={name}
          maxLength={PLAN_TITLE_LENGTH}
          onChange={(event) => setName(event.target.value)}
        />
      </Form.Item>
      <Form.Item label="What it is for" htmlFor="template-for">
        <Input
          id="template-for"
          value={description}
          maxLength={1000}
          onChange={(event) => setDescription(event.target.value)}
        />
      </Form.Item>
      <fieldset className="template-visibility">
        <legend>Who may use it</legend>
        <Radio.Group
          value={visibility}
          onChange={(event) => setVisibility(event.target.value as Visibility)}
          options={Object.entries(VISIBILITY_WORDS).map(([value, label]) => ({ value, label }))}
        />
      </fieldset>
      {found && <BlankNames blanks={found.blanks} {...{ names, setNames }} />}
    </Form>
  )
}

interface BlankProps {
  blanks: ToSave['blanks']
  names: Readonly<Record<string, string>>
  setNames: (names: Record<string, string>) => void
}

/** What each blank is called where it is asked for. */
function BlankNames({ blanks, names, setNames }: BlankProps) {
  return (
    <fieldset className="template-blanks">
      <legend>Blanks</legend>
      {blanks.length === 0 && (
        <p className="soft">
          None yet. To make one, mark words on the sheet and press Blank among all tools: those words are asked for in
          each page.
        </p>
      )}
      {blanks.map((blank) => (
        <label key={blank.name} className="template-blank">
          <span className="template-example" dir="auto">
            {blank.example}
          </span>
          <Input
            aria-label={`What the blank “${blank.example}” is called`}
            value={names[blank.name] ?? blank.name}
            maxLength={MOST_BLANK_NAME}
            onChange={(event) => setNames({ ...names, [blank.name]: event.target.value })}
          />
        </label>
      ))}
    </fieldset>
  )
}
