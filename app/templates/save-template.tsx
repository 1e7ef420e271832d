import { Alert, Button, Form, Input, Radio } from 'antd'
import { useEffect, useState } from 'react'
import { PLAN_TITLE_LENGTH } from '../../core/plan/outline.ts'
import { problemOfDeclared } from '../../core/templates/declared.ts'
import type { Visibility } from '../../core/templates/template.ts'
import { getJson } from '../shell/ask-json.ts'
import { useAsking } from '../shell/use-asking.ts'
import { askTemplates, templatesAddress } from './ask-templates.ts'
import { DeclareBlanks, type Declaring, declaringFrom } from './declare-blanks.tsx'
import { VISIBILITY_WORDS } from './visibility-words.ts'
import { toSave } from './template-requests.ts'
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
  const [name, setName] = useState('')
  const [description, setDescription] = useState('')
  const [visibility, setVisibility] = useState<Visibility>('own')
  const [blanks, setBlanks] = useState<readonly Declaring[] | null>(null)
  const { isAsking, problem, setProblem, ask } = useAsking()
  useEffect(() => {
    void getJson(`${templatesAddress(courseId)}?of=${entryId}`, toSave).then((asked) => {
      if (!asked.ok) return setProblem(asked.reason)
      setBlanks(declaringFrom(asked.value.blanks))
      setName(asked.value.title)
    })
    // eslint-disable-next-line react-hooks/exhaustive-deps -- asked once for each page
  }, [courseId, entryId])
  const save = async (): Promise<void> => {
    if (name.trim() === '') return setProblem('A template needs a name.')
    const asked = (blanks ?? []).filter(({ isAsked }) => isAsked)
    const wrong = asked.map(problemOfDeclared).find(Boolean)
    if (wrong) return setProblem(wrong)
    const request = { intent: 'save', entryId, name, description, visibility, blanks: asked } as const
    if (!(await ask(() => askTemplates(courseId, request)))) return
    onSaved(`“${name.trim()}” is a template now. “From a template” above the plan uses it.`)
    onClose()
  }
  return (
    <Dialog
      open
      title="Save this page as a template"
      width={640}
      onCancel={onClose}
      footer={
        <>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="primary" loading={isAsking} disabled={!blanks} onClick={() => void save()}>
            Save the template
          </Button>
        </>
      }
    >
      <p className="dialog-words">
        A copy is saved as it stands now. The page itself stays as it is, and changes to it do not change the template.
      </p>
      <TemplateFields
        {...{ name, setName, description, setDescription, visibility, setVisibility, blanks, setBlanks }}
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
  /** What can be asked for; null until it is known. */
  blanks: readonly Declaring[] | null
  setBlanks: (value: readonly Declaring[]) => void
}

function TemplateFields({
  name,
  setName,
  description,
  setDescription,
  visibility,
  setVisibility,
  blanks,
  setBlanks,
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
      {blanks && <DeclareBlanks blanks={blanks} onChange={setBlanks} />}
    </Form>
  )
}
