import { EditorContent } from '@tiptap/react'
import { redo, undo } from '@tiptap/pm/history'
import type { Command } from '@tiptap/pm/state'
import { App } from 'antd'
import { type ReactNode, useEffect, useState } from 'react'
import { kindOfEntry } from '../../core/plan/kinds.ts'
import type { ItemState } from '../../server/plan/queries.server.ts'
import { AskQuestion } from '../pieces/bank-question/asking.ts'
import { useFindings } from '../proof/use-findings.ts'
import { announce } from '../shell/announce.ts'
import { type Pane, SidePane } from '../shell/pane.tsx'
import { onDemand } from '../shell/on-demand.tsx'
import { useUndoKeys } from '../shell/undo-keys.ts'
import { Foot, savingWords } from './foot.tsx'
import { FindBar } from '../find/find-bar.tsx'
import { useFindCall } from '../find/use-find-call.ts'
import { FormatBar } from './format-bar.tsx'
import { OthersHere } from './others-here.tsx'
import { PageFacts } from './page-facts.tsx'
import { PasteNotice } from './paste-notice.tsx'
import { DIALOGS, type SheetDialog, SheetDialogs } from './sheet-dialogs.tsx'
import type { SheetData } from './sheet.tsx'
import { SideDesk } from './side-desk.tsx'
import { Trail } from './trail.tsx'
import { pressedBelow } from '../editor/edges.ts'
import { useArrivals } from './use-arrivals.ts'
import { useCursorReady } from './use-cursor-ready.ts'
import { useItemState } from './use-item-state.ts'
import { type SheetPage, usePage } from './use-page.ts'
import { useSaveKey } from './use-save-key.ts'
import '../editor/pieces.css'

const QuestionDialog = onDemand(() =>
  import('../questions/question-dialog.tsx').then((module) => module.QuestionDialog),
)
const ExerciseQuestions = onDemand(() =>
  import('../exercises/exercise-questions.tsx').then((module) => module.ExerciseQuestions),
)
const SourcePane = onDemand(() => import('../source/source-pane.tsx').then((module) => module.default))

interface Props {
  data: SheetData
  desk: Pane
  onTitle: (title: string) => void
  onState: (state: ItemState) => void
  /** What stands here until the browser has made the editor. */
  fallback: ReactNode
}

/** The sheet with everything around it: bar, trail, source, foot, side desk. */
export default function Workbench({ data, desk, onTitle, onState, fallback }: Props) {
  const { message } = App.useApp()
  const [dialog, setDialog] = useState<SheetDialog>(null)
  const [deskCalls, setDeskCalls] = useState(0)
  const find = useFindCall()
  const page = usePage(data, {
    onTitle,
    say: (words) => void message.info(words, 6),
    ...opening(setDialog),
    onFind: find.open,
    onSettings: () => (desk.setOpen(true), setDeskCalls((calls) => calls + 1)),
    onFiles: (files, at) => (arrivals.takeFiles(files, at), true),
    onEmbed: (text) => arrivals.takeEmbed(text),
    players: data.players,
  })
  const { editor, editions, setAside, version, refresh, others } = page
  const arrivals = useArrivals(editor, data.course.id)
  const [questionsChanged, setQuestionsChanged] = useState(data.questionsChanged)
  const { plan, entry, students, isChanged } = useItemState(data, page, questionsChanged, onState)
  const findings = useFindings(editor, data.documentId)
  useDialogsFetched()
  useSheetKeys(page, data.documentId)
  if (!editor) return fallback
  return (
    <AskQuestion value={QuestionDialog}>
      <main className="work" id="work">
        <Paper {...{ data, editor, find }} onDialog={setDialog} onQuestions={setQuestionsChanged} />
        <PasteNotice editor={editor} />
        <Foot
          {...page}
          {...{ isChanged, students }}
          onPublish={() => setDialog('publish')}
          onStudent={() => setDialog('student')}
          onHurry={page.hurry}
        />
      </main>
      <SidePane pane={desk} side="end">
        <SideDesk {...{ data, editor, editions, setAside, findings, version, refresh, entry }} calls={deskCalls} />
      </SidePane>
      <SheetDialogs
        {...{ data, plan, students, arrivals, dialog, findings }}
        page={{ ...page, editor }}
        onDialog={setDialog}
      />
      <OthersHere others={others} />
    </AskQuestion>
  )
}

/** What keys of the sheet open as a dialog. */
function opening(open: (dialog: SheetDialog) => void) {
  return {
    onLink: () => open('link'),
    onWords: () => open('words'),
    onEquation: () => open('equation'),
    onTable: () => open('table'),
    onFootnote: () => open('footnote'),
    onInsert: () => open('insert'),
  }
}

/** What holds wherever on the screen one is: the cursor stands ready, undo and save have their keys. */
function useSheetKeys(page: SheetPage, documentId: string): void {
  const { editor } = page
  useCursorReady(editor, documentId)
  useUndoKeys(
    () => run(editor, undo, 'Undone.'),
    () => run(editor, redo, 'Redone.'),
  )
  useSaveWords(page)
}

/** A step back or forth from elsewhere on the screen: the focus stays there, what happened is said. */
function run(editor: SheetPage['editor'], command: Command, said: string): void {
  if (editor && command(editor.state, editor.view.dispatch)) announce(said)
}

/** Fetches what opens on demand a little after the sheet stands. */
function useDialogsFetched(): void {
  useEffect(() => {
    const timer = setTimeout(() => [...DIALOGS, SourcePane].forEach((part) => part.preload()), 800)
    return () => clearTimeout(timer)
  }, [])
}

/** The key that saves elsewhere says how saving stands, and hurries it. */
function useSaveWords({ standing, waiting, hurry }: SheetPage): void {
  const { message } = App.useApp()
  useSaveKey(() => {
    if (standing.type === 'kept') return void message.success('Everything is saved.', 3)
    hurry()
    void message.info(savingWords(standing, waiting), 5)
  })
}

interface PaperProps {
  data: SheetData
  editor: NonNullable<SheetPage['editor']>
  onDialog: (dialog: SheetDialog) => void
  find: ReturnType<typeof useFindCall>
  /** Told when the questions of an exercise were changed. */
  onQuestions: (at: string) => void
}

/** The sheet itself under its bar, with its source beside it, and the questions of an exercise beneath. */
function Paper({ data, editor, find, onDialog, onQuestions }: PaperProps) {
  const { course, entry, itemId, questions } = data
  const [isSourceOpen, setSourceOpen] = useState(false)
  // The sheet gets narrower or wider: what was being written stays in sight.
  const toggleSource = (): void => {
    setSourceOpen(!isSourceOpen)
    setTimeout(() => editor.view.dispatch(editor.state.tr.scrollIntoView()), 100)
  }
  return (
    <>
      <FormatBar
        {...{ editor, isSourceOpen }}
        onLink={() => onDialog('link')}
        onWords={() => onDialog('words')}
        onInsert={() => onDialog('insert')}
        onSource={toggleSource}
      />
      {find.call && <FindBar editor={editor} call={find.call} onClose={find.close} />}
      <Trail editor={editor} />
      <div className={isSourceOpen ? 'beside is-split' : 'beside'}>
        {isSourceOpen && <SourcePane editor={editor} />}
        <div className="sheet-scroll" data-area="sheet">
          <SheetKeys />
          <article
            className="sheet-paper"
            onMouseDown={(event) => {
              if (event.button === 0 && pressedBelow(editor.view, event)) event.preventDefault()
            }}
            dir={course.direction}
            lang={course.language}
          >
            <EditorContent editor={editor} className="page-editor" />
            <PageFacts editor={editor} name={kindOfEntry(entry.kind).label} />
          </article>
          {entry.kind === 'exercise' && (
            <ExerciseQuestions
              courseId={course.id}
              entryId={itemId}
              language={course.language}
              start={questions}
              onChanged={() => onQuestions(new Date().toISOString())}
            />
          )}
        </div>
      </div>
    </>
  )
}

/** How one writes here without a mouse, for whoever hears the sheet described. */
const SheetKeys = () => (
  <p id="sheet-keys" className="visually-hidden">
    Tab stays on the page: it goes through cells and lists. Esc, then Tab leaves the page. F6 goes to the next part of
    the screen, Shift+F1 says where the cursor is, F1 lists all keys.
  </p>
)
