import type { Editor } from '@tiptap/core'
import { Button } from 'antd'
import { useState } from 'react'
import { emptyPassage } from '../../../core/document/empty-passage.ts'
import { Dialog } from '../../shell/dialog.tsx'
import { footnoteNow, putFootnote } from '../../editor/footnotes/asking.ts'
import { useFieldSay } from '../../editor/field-say.ts'
import { RichField } from '../rich-field.tsx'

interface Props {
  editor: Editor
  courseId: string
  onClose: () => void
}

/** The words of a footnote, with the marks that a line may have. */
export function FootnoteDialog({ editor, courseId, onClose }: Props) {
  const say = useFieldSay()
  const [start] = useState(() => footnoteNow(editor.state))
  const [passage, setPassage] = useState<object>(start ?? emptyPassage)
  const put = async (): Promise<void> => {
    const { lineOfPassage } = await import('../../../core/notes/line-of-passage.ts')
    onClose()
    putFootnote(lineOfPassage(passage))(editor.state, editor.view.dispatch)
    setTimeout(() => editor.view.focus(), 0)
  }
  return (
    <Dialog
      open
      title={say('field.footnote')}
      width={560}
      closable={{ 'aria-label': say('field.close') }}
      onCancel={onClose}
      footer={
        <>
          <Button onClick={onClose}>{say('field.cancel')}</Button>
          <Button type="primary" onClick={() => void put()}>
            {say(start ? 'field.change' : 'field.insert')}
          </Button>
        </>
      }
    >
      <RichField
        label={say('field.footnote')}
        placeholder={say('field.footnoteHint')}
        courseId={courseId}
        start={start ?? undefined}
        isOpen
        isLine
        onChange={setPassage}
        onSend={() => void put()}
      />
    </Dialog>
  )
}
