import { Alert, Button } from 'antd'
import { useEffect, useState } from 'react'
import { problemOfDeclared } from '../../core/templates/declared.ts'
import type { Visibility } from '../../core/templates/template.ts'
import { getJson } from '../shell/ask-json.ts'
import { useAsking } from '../shell/use-asking.ts'
import { askTemplates, templatesAddress } from './ask-templates.ts'
import { type Declaring, declaringFrom } from './declare-blanks.tsx'
import { TemplateFields } from './template-fields.tsx'
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
