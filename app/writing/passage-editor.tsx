import { Editor } from '@tiptap/core'
import { useEditorState } from '@tiptap/react'
import { App } from 'antd'
import { Image, Link2 } from 'lucide-react'
import { Selection } from '@tiptap/pm/state'
import { useLayoutEffect, useRef, useState } from 'react'
import { emptyPassage } from '../../core/document/empty-passage.ts'
import { placeFiles, setPictureAlt } from '../media/place-picture.ts'
import type { ShelfThing } from '../media/upload.ts'
import { AltDialog } from '../pieces/picture/alt-dialog.tsx'
import { shownKey, TOOLS } from '../editor/tools.ts'
import { LinkField } from '../editor/link-field.tsx'
import { passageExtensions } from './passage-extensions.ts'
import type { PassageEditorProps } from './rich-field.tsx'
import { ValueTool } from './value-tool.tsx'
import '../../reader/content.css'
import '../editor/pieces.css'
import { isA } from '../../core/kinds/facts.ts'

/** What a passage is written with; the page has more. */
const OFFERED = TOOLS.filter(({ id }) => ['bold', 'italic', 'bullets', 'numbers', 'quotation'].includes(id))

/** The field itself: a small bar and the text. */
export default function PassageEditor({
  label,
  placeholder,
  start,
  courseId,
  uploadTo,
  variables,
  isFocused,
  takeTyped,
  onTaken,
  onChange,
  onSend,
}: PassageEditorProps) {
  const { message } = App.useApp()
  const [editor, setEditor] = useState<Editor | null>(null)
  const [isLinking, setLinking] = useState(false)
  const [unasked, setUnasked] = useState<readonly ShelfThing[]>([])
  const chooser = useRef<HTMLInputElement>(null)
  const latest = useRef({ onChange, onSend })
  latest.current = { onChange, onSend }
  const takeFiles = (made: Editor, files: readonly File[], at?: number): boolean => {
    if (!uploadTo) return false
    void placeFiles(made, courseId, files, at, uploadTo).then(({ placed, problems }) => {
      setUnasked((list) => [...list, ...placed])
      for (const problem of problems) void message.error(problem, 10)
    })
    return true
  }
  const holder = useRef<HTMLDivElement>(null)
  // In one go with taking the plain field away, so that no key falls between the two.
  useLayoutEffect(() => {
    const typed = takeTyped()
    const made: Editor = new Editor({
      element: holder.current,
      extensions: passageExtensions({
        onLink: () => setLinking(true),
        onSend: () => latest.current.onSend?.(),
        onFiles: (files, at) => takeFiles(made, files, at),
        onTrouble: (words) => void message.info(words, 8),
      }),
      content: typed ?? start ?? emptyPassage,
      injectCSS: false,
      enableCoreExtensions: { keymap: false, delete: false, drop: false, paste: false, textDirection: false },
      editorProps: {
        attributes: {
          class: 'page-content',
          'aria-label': label,
          role: 'textbox',
          'aria-multiline': 'true',
          spellcheck: 'true',
          dir: 'auto',
        },
      },
    })
    made.on('update', () => latest.current.onChange(made.getJSON()))
    if (isFocused()) {
      made.view.dispatch(made.state.tr.setSelection(Selection.atEnd(made.state.doc)))
      made.view.focus()
    }
    setEditor(made)
    onTaken()
    return () => made.destroy()
    // What the field began with is where its editor begins; from there on the editor knows best.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [])
  const answerAlt = (alt: string | null): void => {
    const item = unasked[0]
    setUnasked((list) => list.slice(1))
    if (item && alt !== null && editor) setPictureAlt(editor, item.id, alt)
    editor?.view.focus()
  }
  return (
    <div className="rich-field">
      <div className="rich-bar" role="toolbar" aria-label={`Format: ${label}`}>
        {OFFERED.map(({ id, name, key, icon: Icon, command }) => (
          <button
            key={id}
            type="button"
            className="plain-button tool"
            title={key ? `${name} (${shownKey(key)})` : name}
            aria-label={name}
            onMouseDown={(event) => event.preventDefault()}
            onClick={() => editor && (command(editor.state, editor.view.dispatch, editor.view), editor.view.focus())}
          >
            <Icon size={15} strokeWidth={1.75} aria-hidden />
          </button>
        ))}
        <button
          type="button"
          className="plain-button tool"
          title="Link (Ctrl+K)"
          aria-label="Link"
          onMouseDown={(event) => event.preventDefault()}
          onClick={() => setLinking(true)}
        >
          <Link2 size={15} strokeWidth={1.75} aria-hidden />
        </button>
        {variables && (
          <ValueTool
            variables={variables}
            onInsert={(formula, decimals) => editor && insertValue(editor, formula, decimals)}
          />
        )}
        {uploadTo && (
          <button
            type="button"
            className="plain-button tool"
            title="Picture"
            aria-label="Picture"
            onClick={() => chooser.current?.click()}
          >
            <Image size={15} strokeWidth={1.75} aria-hidden />
          </button>
        )}
      </div>
      <div className="rich-text page-editor">
        {editor && <Hint editor={editor} words={placeholder} />}
        <div ref={holder} />
      </div>
      {editor && isLinking && <LinkField editor={editor} onClose={() => setLinking(false)} />}
      {unasked[0] && (
        <AltDialog
          key={unasked[0].id}
          courseId={courseId}
          item={{ ...unasked[0], state: 'ready' }}
          onAnswer={answerAlt}
          onLater={() => answerAlt(null)}
        />
      )}
      <input
        ref={chooser}
        type="file"
        hidden
        multiple
        accept="image/*"
        aria-label={`Pictures: ${label}`}
        onChange={({ target }) => {
          if (editor) takeFiles(editor, [...(target.files ?? [])])
          target.value = ''
        }}
      />
    </div>
  )
}

function insertValue(editor: Editor, formula: string, decimals: number | null): void {
  const { state, view } = editor
  view.dispatch(
    state.tr.replaceSelectionWith(state.schema.nodes.value!.create({ formula, decimals }), true).scrollIntoView(),
  )
  view.focus()
}

/** What to write here, while nothing is written. */
function Hint({ editor, words }: { editor: Editor; words: string }) {
  const isEmpty = useEditorState({
    editor,
    selector: ({ editor: { state } }) =>
      state.doc.childCount === 1 && isA(state.doc.firstChild, 'paragraph') && state.doc.firstChild!.content.size === 0,
  })
  return isEmpty ? (
    <span className="rich-hint soft" aria-hidden>
      {words}
    </span>
  ) : null
}
