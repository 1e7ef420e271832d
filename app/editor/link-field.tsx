import type { Editor } from '@tiptap/core'
import { Button, Form, Input } from 'antd'
import { useState } from 'react'
import { safeAddress } from '../../core/tree/addresses.ts'
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
  const { existing, run, apply, problem, address, setAddress, needsWords, words, setWords } = useLinkDraft(
    editor,
    onClose,
  )
  return (
    <Dialog
      open
      title={existing ? 'Change the link' : 'Link'}
      width={460}
      onCancel={onClose}
      footer={
        <>
          {existing && <Button onClick={() => run(null)}>Remove the link</Button>}
          <Button onClick={onClose}>Cancel</Button>
          <Button type="primary" onClick={apply}>
            {existing ? 'Change' : 'Link'}
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
          <Form.Item layout="vertical" label="Words to show" htmlFor="link-words">
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
  return (
    <Form.Item
      layout="vertical"
      label="Address"
      htmlFor="link-address"
      validateStatus={problem ? 'error' : ''}
      help={problem}
    >
      <Input
        id="link-address"
        value={address}
        placeholder="https://… or #place"
        onChange={(event) => setAddress(event.target.value)}
      />
    </Form.Item>
  )
}

/** What is typed about the link, and what becomes of it. */
function useLinkDraft(editor: Editor, onClose: () => void) {
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
    if (address.trim() === '') setProblem('Type or paste an address.')
    else if (href === null)
      setProblem(
        'That is not an address a page may link to. Use one that begins with https://, http:// or mailto:, or a #place in this page.',
      )
    else run(href)
  }
  return { existing, run, apply, problem, address, setAddress, needsWords, words, setWords }
}
