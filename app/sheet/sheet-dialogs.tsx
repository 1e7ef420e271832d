import type { Editor } from '@tiptap/core'
import { useMessages } from '../shell/messages.tsx'
import { createElement, type ReactNode, useRef } from 'react'
import { kindOfEntry } from '../../core/plan/kinds.ts'
import type { PlanRow } from '../../server/plan/queries.server.ts'
import { linkTargetsOfPlan } from '../../core/links/targets.ts'
import type { LinkPlaces } from '../editor/links/headings-of-others.ts'
import { placesOf } from '../editor/links/places.ts'
import { onDemand } from '../shell/on-demand.tsx'
import { oncePublished } from '../shell/shown-words.ts'
import type { Findings } from '../proof/use-findings.ts'
import type { SheetData } from './sheet.tsx'
import type { TurnCall } from './turnables.ts'
import type { Arrivals } from './use-arrivals.ts'
import type { SheetPage } from './use-page.ts'
import { FileChooser } from '../writing/file-chooser.tsx'

const InsertDialog = onDemand(() => import('../insert/insert-dialog.tsx').then((module) => module.InsertDialog))
const ShelfPicker = onDemand(() => import('../media/shelf-picker.tsx').then((module) => module.ShelfPicker))
const AltDialog = onDemand(() => import('../pieces/picture/alt-dialog.tsx').then((module) => module.AltDialog))
const AsStudent = onDemand(() => import('./as-student.tsx').then((module) => module.AsStudent))
const LinkField = onDemand(() => import('../editor/link-field.tsx').then((module) => module.LinkField))
const EquationDialog = onDemand(() =>
  import('../editor/equations/equation-dialog.tsx').then((module) => module.EquationDialog),
)
const FootnoteDialog = onDemand(() =>
  import('../writing/footnotes/footnote-dialog.tsx').then((module) => module.FootnoteDialog),
)
const TableDialog = onDemand(() => import('../editor/tables/table-dialog.tsx').then((module) => module.TableDialog))
const PlaceDialog = onDemand(() => import('../editor/places/place-dialog.tsx').then((module) => module.PlaceDialog))
const SymbolDialog = onDemand(() => import('../editor/symbols/symbol-dialog.tsx').then((module) => module.SymbolDialog))
const WordsDialog = onDemand(() => import('../editor/words-dialog.tsx').then((module) => module.WordsDialog))
const SaveSnippet = onDemand(() => import('../snippets/save-snippet.tsx').then((module) => module.SaveSnippet))
const SnippetDialog = onDemand(() => import('../snippets/snippet-dialog.tsx').then((module) => module.SnippetDialog))
const TurnHere = onDemand(() => import('./turn-here.tsx').then((module) => module.TurnHere))
const PublishDialog = onDemand(() => import('./publish-dialog.tsx').then((module) => module.PublishDialog))

/** What opens on demand: fetched once the sheet stands, for when the connection goes. */
export const DIALOGS = [
  LinkField,
  WordsDialog,
  EquationDialog,
  TableDialog,
  FootnoteDialog,
  PlaceDialog,
  SymbolDialog,
  InsertDialog,
  ShelfPicker,
  AltDialog,
  TurnHere,
  SaveSnippet,
  SnippetDialog,
  PublishDialog,
  AsStudent,
]

/** The form of a snippet that is to be put in. */
export interface SnippetCall {
  readonly name: 'put in'
  readonly id: string
}

export type SheetDialog =
  | 'link'
  | 'words'
  | 'equation'
  | 'table'
  | 'footnote'
  | 'place'
  | 'symbol'
  | 'insert'
  | 'shelf'
  | 'publish'
  | 'student'
  | 'snippet'
  | TurnCall
  | SnippetCall
  | null

interface Props {
  data: SheetData
  page: SheetPage & { editor: Editor }
  plan: readonly PlanRow[]
  /** What students read now, as words. */
  students: string
  arrivals: Arrivals
  findings: Findings
  dialog: SheetDialog
  onDialog: (dialog: SheetDialog) => void
}

/** The dialog that is open on the sheet, and the question for a picture's alternative text. */
export function SheetDialogs(props: Props) {
  const { data, arrivals, dialog } = props
  const { unasked, answerAlt, takeFiles } = arrivals
  const [chooser, snippetChooser] = [useRef<HTMLInputElement>(null), useRef<HTMLInputElement>(null)]
  const bring = useBringing(data.course.id, props.onDialog)
  const choose = { picture: () => chooser.current?.click(), snippet: () => snippetChooser.current?.click() }
  return (
    <>
      {typeof dialog === 'object' ? dialog && <Called {...props} call={dialog} /> : openDialog(props, dialog, choose)}
      {unasked && (
        <AltDialog
          key={unasked.id}
          courseId={data.course.id}
          item={unasked}
          onAnswer={answerAlt}
          onLater={() => answerAlt(null)}
        />
      )}
      <FileChooser
        chooser={chooser}
        label="Pictures to put on the sheet"
        accept="image/*"
        onFiles={(files) => takeFiles(files)}
      />
      <FileChooser
        chooser={snippetChooser}
        label="A file with a snippet"
        accept=".html,.htm,text/html"
        onFiles={([file]) => file && void bring(file)}
      />
    </>
  )
}

/** Brings the snippet of a file, says what did not come along, and opens its form. */
function useBringing(courseId: string, onDialog: (dialog: SheetDialog) => void): (file: File) => Promise<void> {
  const message = useMessages()
  return async (file) => {
    const { bringFile } = await import('../snippets/bring-file.ts')
    const { id, words } = await bringFile(courseId, file)
    if (words !== '') void message[id ? 'info' : 'warning'](words, 10)
    if (id) onDialog({ name: 'put in', id })
  }
}

/** What a link can lead to from this page. */
const placesIn = (courseId: string, here: string, plan: readonly PlanRow[], editor: Editor): LinkPlaces => ({
  courseId,
  ofSheet: { here, documentOf: (entryId) => plan.find(({ id }) => id === entryId)?.documentId ?? null },
  targets: [...placesOf(editor.state.doc), ...linkTargetsOfPlan(plan)],
})

/** Dialogs that need nothing but the editor. */
const OF_THE_EDITOR = {
  equation: EquationDialog,
  table: TableDialog,
  place: PlaceDialog,
  symbol: SymbolDialog,
  words: WordsDialog,
}

type Plain = Exclude<SheetDialog, TurnCall | SnippetCall | null>

/** Open the browser's own choice of files. */
interface Choose {
  readonly picture: () => void
  readonly snippet: () => void
}

function openDialog(props: Props, dialog: Plain, choose: Choose): ReactNode {
  const { data, page, plan, students, arrivals, findings, onDialog } = props
  const { editor, editions, standing, version, refresh } = page
  const { course, itemId, documentId, entry } = data
  const onClose = (): void => onDialog(null)
  switch (dialog) {
    case 'link':
      return <LinkField {...{ editor, onClose }} places={placesIn(course.id, itemId, plan, editor)} />
    case 'equation':
    case 'table':
    case 'place':
    case 'symbol':
    case 'words':
      return createElement(OF_THE_EDITOR[dialog], { editor, onClose })
    case 'footnote':
      return <FootnoteDialog {...{ editor, onClose }} courseId={course.id} />
    case 'insert':
      return <Insert {...{ editor, onClose, choose, onDialog }} courseId={course.id} />
    case 'snippet':
      return <Saving {...{ editor, onClose }} courseId={course.id} />
    case 'shelf':
      return (
        <ShelfPicker
          courseId={course.id}
          onClose={onClose}
          onPick={(item) => (onClose(), arrivals.takePicture(item))}
        />
      )
    case 'publish':
      return (
        <PublishDialog
          {...{ documentId, version, editions, standing, editor, onClose }}
          blocking={(findings.open ?? []).filter(({ severity }) => severity === 'blocks')}
          name={kindOfEntry(entry.kind).label.toLowerCase()}
          after={oncePublished(plan, new Set([itemId]), course.timeZone)(itemId)}
          onPublished={refresh}
        />
      )
    case 'student':
      return (
        <AsStudent
          {...{ itemId, students, editions, standing, version, onClose }}
          courseId={course.id}
          timeZone={course.timeZone}
        />
      )
  }
}

/** A dialog about something that was chosen before. */
function Called({ call, ...props }: Props & { call: TurnCall | SnippetCall }) {
  return call.name === 'turn' ? <Turning {...props} call={call} /> : <PuttingIn {...props} id={call.id} />
}

function PuttingIn({ data: { course }, page: { editor }, id, onDialog }: Props & { id: string }) {
  const message = useMessages()
  return (
    <SnippetDialog
      {...{ editor, id }}
      courseId={course.id}
      language={course.language}
      position={null}
      onClose={() => onDialog(null)}
      say={(words) => void message.info(words, 8)}
    />
  )
}

/** Turns something on the sheet into something else, and says what was made beside the page. */
function Turning({ data, page, call, onDialog }: Props & { call: TurnCall }) {
  const message = useMessages()
  const { editor, version, standing } = page
  const { course, itemId } = data
  return (
    <TurnHere
      {...{ editor, call, course, itemId, version, standing }}
      onClose={() => onDialog(null)}
      say={(words) => void message.success(words, 8)}
    />
  )
}

function Saving(props: { editor: Editor; courseId: string; onClose: () => void }) {
  const message = useMessages()
  return <SaveSnippet {...props} say={(words) => void message.success(words, 6)} />
}

interface InsertProps {
  editor: Editor
  courseId: string
  onClose: () => void
  choose: Choose
  onDialog: (dialog: SheetDialog) => void
}

function Insert({ choose, onDialog, ...props }: InsertProps) {
  const message = useMessages()
  return (
    <InsertDialog
      {...props}
      onPicture={choose.picture}
      onSnippetFile={choose.snippet}
      onShelf={() => onDialog('shelf')}
      onSnippet={(id) => onDialog({ name: 'put in', id })}
      say={(words) => void message.info(words, 6)}
    />
  )
}
