import { Form, Input, Radio } from 'antd'
import type { ReactNode } from 'react'
import { PLAN_TITLE_LENGTH } from '../../core/plan/outline.ts'
import type { Visibility } from '../../core/templates/template.ts'
import { DeclareBlanks, type Declaring } from './declare-blanks.tsx'
import { VISIBILITY_WORDS } from './visibility-words.ts'
import './templates.css'

interface Props {
  name: string
  setName: (value: string) => void
  description: string
  setDescription: (value: string) => void
  visibility: Visibility
  setVisibility: (value: Visibility) => void
  /** What can be asked for; null until it is known. */
  blanks: readonly Declaring[] | null
  setBlanks: (value: readonly Declaring[]) => void
  /** Other fields, below what it is for. */
  children?: ReactNode
}

/** What is said about a template or a snippet when it is kept: its name, what it is for, who may use it, its blanks. */
export function TemplateFields({
  name,
  setName,
  description,
  setDescription,
  visibility,
  setVisibility,
  blanks,
  setBlanks,
  children,
}: Props) {
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
      {children}
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
