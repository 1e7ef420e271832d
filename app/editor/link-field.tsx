import type { Editor } from '@tiptap/core'
import { Button, Form, Input } from 'antd'
import { useState } from 'react'
import { safeAddress } from '../../core/tree/addresses.ts'
import { type FieldSay, useFieldSay } from './field-say.ts'
import { linkRange, setLink } from './commands.ts'
import { Dialog } from '../shell/dialog.tsx'

/** `walls.example` was meant as `https://walls.example`, `a@b.example` as mail. */
function completed(typed: string): string {
  const address = typed.trim()
  if (/^[^\s@:/?#]+@[^\s@:/]+\.[^\s@:/]+$/.test(address)) return `mailto:${address}`
  return /^[\w-]+(\.[\w-]+)+([/?#]|$)/.test(address) ? `https://${address}` : address
}

/** Asks for the address of a link; with nothing marked also for its words. */
export function LinkField({ editor, onClose }: { editor: Editor; onClose: () => void }) {
  const say = useFieldSay()
  const { existing, run, apply, problem, address, setAddress, needsWords, words, setWords } = useLinkDraft(
    editor,
    say,
    onClose,
  )
  return (
    <Dialog
      open
      title={say(existing ? 'field.changeLink' : 'field.link')}
      width={460}
      closable={{ 'aria-label': say('field.close') }}
      onCancel={onClose}
      footer={
        <>
          {existing && <Button onClick={() => run(null)}>{say('field.removeLink')}</Button>}
          <Button onClick={onClose}>{say('field.cancel')}</Button>
          <Button type="primary" onClick={apply}>
            {say(existing ? 'field.change' : 'field.link')}
          </Button>
        </>
      }
    >
      <form
        onSubmit={(event) => {
          event.preventDefault()
          apply()
        }}
      >
        <AddressField {...{ problem, address, setAddress }} />
        {needsWords && (
          <Form.Item layout="vertical" label={say('field.linkWords')} htmlFor="link-words">
            <Input id="link-words" value={words} onChange={(event) => setWords(event.target.value)} />
          </Form.Item>
        )}
        <button type="submit" hidden />
      </form>
    </Dialog>
  )
}

interface AddressFieldProps {
  problem: string
  address: string
  setAddress: (value: string) => void
}

function AddressField({ problem, address, setAddress }: AddressFieldProps) {
  const say = useFieldSay()
  return (
    <Form.Item
      layout="vertical"
      label={say('field.address')}
      htmlFor="link-address"
      validateStatus={problem ? 'error' : ''}
      help={problem}
    >
      <Input
        id="link-address"
        value={address}
        dir="ltr"
        placeholder={say('field.addressHint')}
        onChange={(event) => setAddress(event.target.value)}
      />
    </Form.Item>
  )
}

/** What is typed about the link, and what becomes of it. */
function useLinkDraft(editor: Editor, say: FieldSay, onClose: () => void) {
  const existing = linkRange(editor.state)
  const [address, setAddress] = useState(existing?.href ?? '')
  const [words, setWords] = useState('')
  const [problem, setProblem] = useState('')
  const needsWords = editor.state.selection.empty && !existing
  const run = (href: string | null): void => {
    setLink(href, words.trim())(editor.state, editor.view.dispatch)
    onClose()
  }
  const apply = (): void => {
    const href = safeAddress(completed(address))
    if (address.trim() === '') setProblem(say('field.typeAddress'))
    else if (href === null) setProblem(say('field.notAddress'))
    else run(href)
  }
  return { existing, run, apply, problem, address, setAddress, needsWords, words, setWords }
}
