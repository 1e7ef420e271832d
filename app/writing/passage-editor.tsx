import { useRoving } from '../shell/roving.ts'
import type { Editor } from '@tiptap/core'
import { useEditorState } from '@tiptap/react'
import { Image, Link2, type LucideIcon } from 'lucide-react'
import { useRef, useState } from 'react'
import { AltDialog } from '../pieces/picture/alt-dialog.tsx'
import { usePlacedPictures } from '../media/use-placed-pictures.ts'
import { shownKey, TOOLS } from '../editor/tools.ts'
import { type FieldMessage, useFieldSay } from '../editor/field-say.ts'
import { EquationDialog } from '../editor/equations/equation-dialog.tsx'
import { tableHere } from '../editor/tables/table-commands.ts'
import { TableDialog } from '../editor/tables/table-dialog.tsx'
import { SymbolDialog } from '../editor/symbols/symbol-dialog.tsx'
import { PassageLink } from './passage-link.tsx'
import type { PassageEditorProps } from './rich-field.tsx'
import type { Question } from './passage-extensions.ts'
import { usePassage } from './use-passage.ts'
import { ValueTool } from './value-tool.tsx'
import '../../reader/content.css'
import '../editor/pieces.css'
import { isA } from '../../core/kinds/facts.ts'
import { FileChooser } from './file-chooser.tsx'

/** What a passage is written with, and its names; the page has more. */
const NAMES: Readonly<Record<string, FieldMessage>> = {
  bold: 'field.bold',
  italic: 'field.italic',
  strike: 'field.strike',
  subscript: 'field.subscript',
  superscript: 'field.superscript',
  code: 'field.code',
  bullets: 'field.bullets',
  numbers: 'field.numbers',
  quotation: 'field.quotation',
  table: 'field.table',
  'row-below': 'field.rowBelow',
  'column-after': 'field.columnAfter',
  'delete-row': 'field.deleteRow',
  'delete-column': 'field.deleteColumn',
  equation: 'field.equation',
  symbol: 'field.symbol',
}
/** Tools that are there while the cursor is in a table. */
const IN_TABLE = new Set(['row-below', 'column-after', 'delete-row', 'delete-column'])
/** What a line can have. */
const IN_LINE = new Set(['bold', 'italic', 'strike', 'subscript', 'superscript', 'code', 'equation', 'symbol'])
const OFFERED = TOOLS.flatMap((tool) => (NAMES[tool.id] ? [{ ...tool, message: NAMES[tool.id]! }] : []))

/** The field itself: a small bar and the text. */
export default function PassageEditor(props: PassageEditorProps) {
  const { label, placeholder, courseId, uploadTo, variables, isLine = false } = props
  const say = useFieldSay()
  const [asked, setAsked] = useState<Question | null>(null)
  const chooser = useRef<HTMLInputElement>(null)
  const bar = useRef<HTMLDivElement>(null)
  const roving = useRoving(bar, 'button')
  const { placeFiles, placePasted, unasked, answerAlt } = usePlacedPictures(courseId, uploadTo)
  const { editor, holder } = usePassage(props, {
    onAsk: setAsked,
    onFiles: (made, files, at) => {
      if (uploadTo) placeFiles(made, files, at)
      return uploadTo !== undefined
    },
    onPictures: uploadTo ? placePasted : null,
  })
  return (
    <div className="rich-field">
      <div className="rich-bar" role="toolbar" aria-label={say('field.format', { field: label })} ref={bar} {...roving}>
        <Tools editor={editor} isLine={isLine} onLink={() => setAsked('link')} />
        {variables && (
          <ValueTool variables={variables} onInsert={(...value) => editor && insertValue(editor, ...value)} />
        )}
        {uploadTo && <Tool title={say('field.picture')} icon={Image} onClick={() => chooser.current?.click()} />}
      </div>
      <div className="rich-text page-editor">
        {editor && <Hint editor={editor} words={placeholder} />}
        <div ref={holder} />
      </div>
      {editor && asked && <AskedDialog {...{ editor, asked }} onClose={() => setAsked(null)} />}
      {unasked && (
        <AltDialog
          key={unasked.id}
          courseId={courseId}
          item={{ ...unasked, state: 'ready' }}
          onAnswer={(alt) => answerAlt(editor, alt)}
          onLater={() => answerAlt(editor, null)}
        />
      )}
      <FileChooser
        chooser={chooser}
        label={say('field.pictures', { field: label })}
        accept="image/*"
        onFiles={(files) => editor && placeFiles(editor, files)}
      />
    </div>
  )
}

function AskedDialog({ asked, ...props }: { asked: Question; editor: Editor; onClose: () => void }) {
  const Asked = { link: PassageLink, equation: EquationDialog, table: TableDialog, symbol: SymbolDialog }[asked]
  return <Asked {...props} />
}

interface ToolsProps {
  editor: Editor | null
  isLine: boolean
  onLink: () => void
}

function Tools({ editor, isLine, onLink }: ToolsProps) {
  const say = useFieldSay()
  const isInTable = useEditorState({
    editor,
    selector: ({ editor: now }) => now !== null && tableHere(now.state) !== null,
  })
  const offered = OFFERED.filter(({ id }) => (isLine ? IN_LINE.has(id) : isInTable || !IN_TABLE.has(id)))
  return (
    <>
      {offered.map(({ id, message, key, icon, command }) => (
        <Tool
          key={id}
          title={key ? `${say(message)} (${shownKey(key)})` : say(message)}
          name={say(message)}
          icon={icon}
          onClick={() => editor && (command(editor.state, editor.view.dispatch, editor.view), editor.view.focus())}
        />
      ))}
      <Tool title={`${say('field.link')} (Ctrl+K)`} name={say('field.link')} icon={Link2} onClick={onLink} />
    </>
  )
}

interface ToolProps {
  title: string
  name?: string
  icon: LucideIcon
  onClick: () => void
}

/** A button of the bar; pressing it leaves the cursor where it is. */
function Tool({ title, name = title, icon: Icon, onClick }: ToolProps) {
  return (
    <button
      type="button"
      className="plain-button tool"
      title={title}
      aria-label={name}
      onMouseDown={(event) => event.preventDefault()}
      onClick={onClick}
    >
      <Icon size={15} strokeWidth={1.75} aria-hidden />
    </button>
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
