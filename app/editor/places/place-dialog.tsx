import type { Editor } from '@tiptap/core'
import { Button, Form, Input } from 'antd'
import { type FormEvent, useState } from 'react'
import type { Command } from '@tiptap/pm/state'
import { wordsFrom } from '../../../core/kinds/attributes.ts'
import { MOST_PLACE_NAME } from '../../../core/kinds/named-place/kind.ts'
import { Dialog } from '../../shell/dialog.tsx'
import './places.css'
import { placeNow, putPlace, removePlace, wordsForPlace } from './asking.ts'

/** What a place is called that links can lead to. */
export function PlaceDialog({ editor, onClose }: { editor: Editor; onClose: () => void }) {
  const [start] = useState(() => placeNow(editor.state))
  const [name, setName] = useState(start?.name ?? wordsForPlace(editor.state))
  const [problem, setProblem] = useState('')
  const run = (command: Command): void => {
    onClose()
    command(editor.state, editor.view.dispatch)
    setTimeout(() => editor.view.focus(), 0)
  }
  const put = (event?: FormEvent): void => {
    event?.preventDefault()
    if (name.trim() === '') setProblem('Write a name, such as “Frost damage”: you find the place by it.')
    else run(putPlace(wordsFrom(name.trim(), MOST_PLACE_NAME)))
  }
  return (
    <Dialog
      open
      title={start ? 'Named place' : 'New named place'}
      width={460}
      closable={{ 'aria-label': 'Close' }}
      onCancel={onClose}
      footer={
        <>
          {start && <Button onClick={() => run(removePlace)}>Remove the place</Button>}
          <Button onClick={onClose}>Cancel</Button>
          <Button type="primary" onClick={() => put()}>
            {start ? 'Change' : 'Insert'}
          </Button>
        </>
      }
    >
      <form onSubmit={put}>
        <NameField
          {...{ name, problem }}
          help={helpFor(start?.links ?? null)}
          onName={(next) => {
            setName(next)
            setProblem('')
          }}
        />
        <button type="submit" hidden />
      </form>
    </Dialog>
  )
}

interface NameFieldProps {
  name: string
  problem: string
  help: string
  onName: (name: string) => void
}

function NameField({ name, problem, help, onName }: NameFieldProps) {
  return (
    <Form.Item
      layout="vertical"
      className="place-name"
      label="Name of the place"
      htmlFor="place-name"
      validateStatus={problem ? 'error' : ''}
      help={problem || help}
    >
      <Input
        id="place-name"
        value={name}
        dir="auto"
        maxLength={MOST_PLACE_NAME}
        autoComplete="off"
        onChange={({ target }) => onName(target.value)}
      />
    </Form.Item>
  )
}

/** `links` is how many of this page lead there; null for a new place. */
function helpFor(links: number | null): string {
  if (links === null) return 'Students don’t see it. You find it by this name when you make a link.'
  if (links === 0) return 'No link on this page leads here. Links from other pages may.'
  return `${links === 1 ? 'One link' : `${links} links`} on this page ${links === 1 ? 'leads' : 'lead'} here, and will whatever you call it.`
}
