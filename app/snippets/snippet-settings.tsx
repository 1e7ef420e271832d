import { useState } from 'react'
import { useEditorState } from '@tiptap/react'
import { isTouched } from '../../core/snippets/print.ts'
import { valuesOf } from '../../core/snippets/snippets.ts'
import { courseHere } from '../shell/course-here.ts'
import { useMessages } from '../shell/messages.tsx'
import { SnippetDialog } from './snippet-dialog.tsx'
import { useSnippet } from './use-snippet.ts'
import { UsesDialog } from './uses-dialog.tsx'
import type { SettingsProps } from '../pieces/piece.ts'

/** Which snippet something came from, whether either was changed since, and the ways to fill it in again. */
export function SnippetSettings({ editor, position }: SettingsProps) {
  const id = useEditorState({
    editor,
    selector: ({ editor: { state } }) => String(state.doc.nodeAt(position)?.attrs.snippet ?? ''),
  })
  return id === '' ? null : <Known key={id} {...{ editor, position, id }} />
}

function Known({ editor, position, id }: SettingsProps & { id: string }) {
  const courseId = courseHere()
  const message = useMessages()
  const { shown, problem } = useSnippet(courseId, id)
  const [open, setOpen] = useState<'fill' | 'uses' | null>(null)
  const { isOld, wasTouched } = useEditorState({
    editor,
    selector: ({ editor: { state } }) => {
      const node = state.doc.nodeAt(position)
      return {
        isOld: node !== null && shown !== null && Number(node.attrs.version) < shown.version,
        wasTouched: node !== null && isTouched(node),
      }
    },
  })
  if (!shown) return <p className="soft">{problem || 'Asking which snippet this is…'}</p>
  return (
    <>
      <p dir="auto">
        From the snippet <strong>“{shown.name}”</strong>.
        {isOld && ' It was changed since: fill it in again to have its new state.'}
      </p>
      {wasTouched && <p className="soft">Something in it was changed by hand since it was put in.</p>}
      <div className="desk-choices">
        <button type="button" className="desk-button" onClick={() => setOpen('fill')}>
          {isOld ? 'Fill in the new state…' : 'Fill it in again…'}
        </button>
        <button type="button" className="desk-button" onClick={() => setOpen('uses')}>
          Where it is used…
        </button>
      </div>
      {open === 'fill' && (
        <SnippetDialog
          {...{ editor, courseId, id, position }}
          language={editor.view.dom.closest<HTMLElement>('[lang]')?.lang ?? 'en'}
          start={Object.fromEntries(valuesOf(editor.state.doc.nodeAt(position)!))}
          isTouched={wasTouched}
          onClose={() => setOpen(null)}
          say={(words) => void message.info(words, 8)}
        />
      )}
      {open === 'uses' && <UsesDialog {...{ courseId }} snippet={shown} onClose={() => setOpen(null)} />}
    </>
  )
}
