import { EditorContent } from '@tiptap/react'
import { redo, undo } from '@tiptap/pm/history'
import type { Command } from '@tiptap/pm/state'
import { memo, type ReactNode, useEffect, useRef, useState } from 'react'
import { kindOfEntry } from '../../core/plan/kinds.ts'
import type { ItemState } from '../../server/plan/queries.server.ts'
import { AskQuestion } from '../pieces/bank-question/asking.ts'
import { SnippetDesk } from '../pieces/snippet/asking.ts'
import { ChoiceControl } from '../pieces/choice-setting.tsx'
import { PIECES } from '../pieces/registry.ts'
import { useCourseFindings } from '../proof/use-course-findings.ts'
import { announce } from '../shell/announce.ts'
import { useMessages } from '../shell/messages.tsx'
import { type Pane, SidePane } from '../shell/pane.tsx'
import { onDemand } from '../shell/on-demand.tsx'
import { useOffered } from '../shell/offered.ts'
import { sheetOffered } from './sheet-offered.ts'
import { courseHere } from '../shell/course-here.ts'
import { fetchSnippets } from '../snippets/known-snippets.ts'
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
import { type DeskCalls, type DeskTab, SideDesk } from './side-desk.tsx'
import { SpellingMenu } from '../spelling/spelling-menu.tsx'
import { useSpelling } from '../spelling/use-spelling.ts'
import { Trail } from './trail.tsx'
import { pressedBelow } from '../editor/edges.ts'
import { type Arrivals, useArrivals } from './use-arrivals.ts'
import { useCursorReady } from './use-cursor-ready.ts'
import { useItemState } from './use-item-state.ts'
import type { TurnCall } from './turnables.ts'
import { type LeftOutInHand, useLeftOut } from './use-left-out.ts'
import { type SheetPage, usePage } from './use-page.ts'
import { useSaveKey } from './use-save-key.ts'
import '../editor/pieces.css'

const QuestionDialog = onDemand(() =>
  import('../questions/question-dialog.tsx').then((module) => module.QuestionDialog),
)
const SnippetSettings = onDemand(() =>
  import('../snippets/snippet-settings.tsx').then((module) => module.SnippetSettings),
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
  const [dialog, setDialog] = useState<SheetDialog>(null)
  const dialogs = opening(setDialog)
  const [calls, call] = useDeskCalls(desk)
  const find = useFindCall()
  const spelling = useSpelling(data.course, data.documentId)
  const page = usePage(data, {
    onTitle,
    say: useSaid(),
    ...dialogs,
    onFind: find.open,
    onSettings: () => call('piece'),
    ...arriving(() => arrivals),
    onSpelling: spelling.ask,
    words: spelling.words,
    players: data.players,
  })
  const { editor } = page
  const leftOut = useLeftOut(page, () => call('aside'))
  const arrivals = useArrivals(editor, data.course.id)
  const [questionsChanged, setQuestionsChanged] = useState(data.questionsChanged)
  const { plan, entry, students, isChanged } = useItemState(data, page, questionsChanged, onState)
  const findings = useCourseFindings(editor, data.documentId, plan)
  useSheetOffered(editor, { onDialog: setDialog, onFind: find.open })
  useSheetKeys(page, data.documentId)
  if (!editor) return fallback
  return (
    <ForPieces>
      <main className="work" id="work">
        <Paper {...{ data, editor, find, leftOut }} onDialog={setDialog} onQuestions={setQuestionsChanged} />
        <PasteNotice {...{ editor, leftOut }} courseId={data.course.id} />
        <Foot
          {...{ ...page, isChanged, students }}
          onPublish={() => setDialog('publish')}
          onStudent={() => setDialog('student')}
        />
      </main>
      <SidePane pane={desk} side="end" name="Side desk">
        <SideDesk {...{ ...page, data, editor, findings, spelling, entry, plan, calls }} {...dialogs} />
      </SidePane>
      <SheetDialogs
        {...{ data, plan, students, arrivals, dialog, findings }}
        page={{ ...page, editor }}
        onDialog={setDialog}
      />
      <SpellingMenu editor={editor} spelling={spelling} />
      <OthersHere others={page.others} />
    </ForPieces>
  )
}

/** What pieces show that knows the pieces itself: their settings have it from here. */
const ForPieces = ({ children }: { children: ReactNode }) => (
  <AskQuestion value={QuestionDialog}>
    <SnippetDesk value={SnippetSettings}>{children}</SnippetDesk>
  </AskQuestion>
)

/** What a key or a button asks of the side desk. */
function useDeskCalls(desk: Pane): [calls: DeskCalls, call: (tab: DeskTab) => void] {
  const [last, setLast] = useState<Omit<DeskCalls, 'answered'>>({ count: 0, tab: 'piece' })
  const answered = useRef(0)
  const call = (tab: DeskTab): void => {
    desk.setOpen(true)
    setLast(({ count }) => ({ count: count + 1, tab }))
  }
  return [{ ...last, answered }, call]
}

/** Says something for a while. */
function useSaid(): (words: string) => void {
  const message = useMessages()
  return (words) => void message.info(words, 6)
}

/** Who takes what is pasted and dropped. */
function arriving(arrivals: () => Arrivals) {
  return {
    onFiles: (...files: Parameters<Arrivals['takeFiles']>) => (arrivals().takeFiles(...files), true),
    onPictures: (pictures: Parameters<Arrivals['takePasted']>[0]) => arrivals().takePasted(pictures),
    onEmbed: (text: string) => arrivals().takeEmbed(text),
  }
}

/** What keys of the sheet open as a dialog. */
function opening(open: (dialog: SheetDialog) => void) {
  return {
    onLink: () => open('link'),
    onWords: () => open('words'),
    onEquation: () => open('equation'),
    onTable: () => open('table'),
    onFootnote: () => open('footnote'),
    onPlace: () => open('place'),
    onSymbol: () => open('symbol'),
    onSnippet: () => open('snippet'),
    onInsert: () => open('insert'),
    onTurn: (of: TurnCall['of'], target: TurnCall['target']) => open({ name: 'turn', of, target }),
  }
}

/** What holds wherever on the screen one is: the cursor stands ready, undo and save have their keys. */
function useSheetKeys(page: SheetPage, documentId: string): void {
  const { editor } = page
  useCursorReady(editor, documentId)
  useDialogsFetched()
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

/** What the finder can do on the sheet. */
function useSheetOffered(editor: SheetPage['editor'], openers: Parameters<typeof sheetOffered>[1]): void {
  useOffered(() => (editor ? sheetOffered(editor, openers) : []))
}

/** Fetches what opens on demand, and what is offered there by name, a little after the sheet stands. */
function useDialogsFetched(): void {
  useEffect(() => {
    const settings = PIECES.flatMap(({ Settings }) => Settings ?? [])
    const parts = [...DIALOGS, SnippetSettings, SourcePane, ChoiceControl, ...settings]
    const timer = setTimeout(() => {
      parts.forEach((part) => part.preload?.())
      fetchSnippets(courseHere())
    }, 800)
    return () => clearTimeout(timer)
  }, [])
}

/** The key that saves elsewhere says how saving stands, and hurries it. */
function useSaveWords({ standing, waiting, hurry }: SheetPage): void {
  const message = useMessages()
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
  leftOut: LeftOutInHand
  /** Told when the questions of an exercise were changed. */
  onQuestions: (at: string) => void
}

/**
 * The sheet itself under its bar, with its source beside it, and the questions of an exercise beneath. How saving
 * stands changes with every key, and is no reason to draw it anew.
 */
const Paper = memo(function Paper({ data, editor, find, leftOut, onDialog, onQuestions }: PaperProps) {
  const { course, entry, itemId, questions, words } = data
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
        {isSourceOpen && <SourcePane {...{ editor, leftOut }} />}
        <div className="sheet-scroll" data-area="sheet">
          <SheetKeys />
          <article
            className="sheet-paper"
            onMouseDown={(event) => {
              if (event.button === 0 && pressedBelow(editor.view, event)) event.preventDefault()
            }}
            dir={course.direction}
            lang={course.language}
            style={words}
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
})

/** How one writes here without a mouse, for whoever hears the sheet described. */
const SheetKeys = () => (
  <p id="sheet-keys" className="visually-hidden">
    Tab stays on the page: it goes through cells and lists. Esc, then Tab leaves the page. F6 goes to the next part of
    the screen, Shift+F1 says where the cursor is, F1 lists all keys.
  </p>
)
