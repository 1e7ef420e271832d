import { EditorContent } from '@tiptap/react'
import { App } from 'antd'
import { type ReactNode, useEffect, useMemo, useRef, useState } from 'react'
import { createPortal } from 'react-dom'
import { useRouteLoaderData } from 'react-router'
import { kindOfEntry } from '../../core/plan/kinds.ts'
import type { ItemState, PlanRow } from '../../server/plan/queries.server.ts'
import { initials } from '../../core/people/initials.ts'
import { askEmbed, embedWords, placeEmbed } from '../embeds/place-embed.ts'
import type { loader as courseLoader } from '../shell/course.tsx'
import { onDemand } from '../shell/on-demand.tsx'
import { oncePublished, readNowWords } from '../shell/shown-words.ts'
import { Arriving } from '../media/arriving.ts'
import { AskQuestion } from '../pieces/bank-question/asking.ts'
import { insertionPlace } from '../editor/insert-commands.ts'
import { placeFiles, placePicture, setPictureAlt } from '../media/place-picture.ts'
import { rememberAlt, type ShelfThing } from '../media/upload.ts'
import { useFindings } from '../proof/use-findings.ts'
import { Foot, savingWords } from './foot.tsx'
import { FormatBar } from './format-bar.tsx'
import { PageFacts } from './page-facts.tsx'
import { PasteNotice } from './paste-notice.tsx'
import type { SheetData } from './sheet.tsx'
import { SideDesk } from './side-desk.tsx'
import { Trail } from './trail.tsx'
import { usePage } from './use-page.ts'
import { useSaveKey } from './use-save-key.ts'
import '../editor/pieces.css'

// What opens on demand is fetched on demand; once the sheet stands, all of it is fetched, for when the connection goes.
const InsertDialog = onDemand(() => import('../insert/insert-dialog.tsx').then((module) => module.InsertDialog))
const ShelfPicker = onDemand(() => import('../media/shelf-picker.tsx').then((module) => module.ShelfPicker))
const AltDialog = onDemand(() => import('../pieces/picture/alt-dialog.tsx').then((module) => module.AltDialog))
const AsStudent = onDemand(() => import('./as-student.tsx').then((module) => module.AsStudent))
const LinkField = onDemand(() => import('../editor/link-field.tsx').then((module) => module.LinkField))
const PublishDialog = onDemand(() => import('./publish-dialog.tsx').then((module) => module.PublishDialog))
const QuestionDialog = onDemand(() =>
  import('../questions/question-dialog.tsx').then((module) => module.QuestionDialog),
)
const ExerciseQuestions = onDemand(() =>
  import('../exercises/exercise-questions.tsx').then((module) => module.ExerciseQuestions),
)
const SourcePane = onDemand(() => import('../source/source-pane.tsx').then((module) => module.default))
const PARTS = [LinkField, InsertDialog, ShelfPicker, AltDialog, PublishDialog, AsStudent, SourcePane]

const NO_PLAN: readonly PlanRow[] = []

interface Props {
  data: SheetData
  isDeskOpen: boolean
  onTitle: (title: string) => void
  onState: (state: ItemState) => void
  /** What stands here until the browser has made the editor. */
  fallback: ReactNode
}

/** The sheet with everything around it: bar, trail, source, foot, side desk. */
export default function Workbench({ data, isDeskOpen, onTitle, onState, fallback }: Props) {
  const { message } = App.useApp()
  const [isSourceOpen, setSourceOpen] = useState(false)
  const [dialog, setDialog] = useState<'link' | 'insert' | 'shelf' | 'publish' | 'student' | null>(null)
  const say = (words: string): void => void message.info(words, 6)
  const { editor, standing, waiting, others, editions, setAside, version, refresh, hurry, unsentWords } = usePage(
    data,
    {
      onTitle,
      say,
      onLink: () => setDialog('link'),
      onInsert: () => setDialog('insert'),
      onFiles: (files, at) => (takeFiles(files, at), true),
      onEmbed: (text) => takeEmbed(text),
      players: data.players,
    },
  )
  // Pictures whose alternative text is asked for, one after the other.
  const [unasked, setUnasked] = useState<readonly ShelfThing[]>([])
  const chooser = useRef<HTMLInputElement>(null)
  const takeFiles = (files: readonly File[], at?: number): void => {
    if (!editor) return
    void placeFiles(editor, data.course.id, files, at).then(({ placed, problems }) => {
      setUnasked((list) => [...list, ...placed])
      for (const problem of problems) void message.error(problem, 10)
    })
  }
  const takeEmbed = (text: string): void => {
    if (!editor) return
    const line = new Arriving(
      editor,
      insertionPlace(editor.state)?.to ?? editor.state.doc.content.size,
      text.slice(0, 60),
    )
    void askEmbed(data.course.id, text).then((found) => {
      if (editor.isDestroyed) return
      line.end()
      if (found.type !== 'problem') placeEmbed(editor, found)
      if (found.type === 'player' && !found.blocked) say(embedWords(found))
      else void message.warning(embedWords(found), 10)
    })
  }
  const answerAlt = (item: ShelfThing, alt: string | null): void => {
    setUnasked((list) => list.slice(1))
    if (alt === null || !editor) return editor?.view.focus()
    setPictureAlt(editor, item.id, alt)
    if (alt !== '') void rememberAlt(data.course.id, item.id, alt)
    editor.view.focus()
  }
  // What is set about the item is set on several screens: the plan, when it is loaded anew, knows best.
  const plan = useRouteLoaderData<typeof courseLoader>('shell/course')?.plan ?? NO_PLAN
  const entry = plan.find(({ id }) => id === data.itemId) ?? data.entry
  const findings = useFindings(editor, data.documentId)
  const [questionsChanged, setQuestionsChanged] = useState(data.questionsChanged)
  const newest = editions[0]
  // Looked at again when the plan or the edition is another, not with every key.
  const students = useMemo(
    () => readNowWords(plan, data.itemId, newest, data.course.timeZone),
    [plan, data.itemId, newest, data.course.timeZone],
  )
  const isChanged = newest !== undefined && questionsChanged !== null && questionsChanged > newest.at
  const state: ItemState = !newest
    ? 'draft'
    : newest.version === version && waiting === '' && !isChanged
      ? 'published'
      : 'edited'
  useEffect(() => {
    onState(state)
    // eslint-disable-next-line react-hooks/exhaustive-deps -- told when the state changes
  }, [state])
  useEffect(() => {
    const timer = setTimeout(() => PARTS.forEach((part) => part.preload()), 800)
    return () => clearTimeout(timer)
  }, [])
  useSaveKey(() => {
    if (standing.type === 'kept') void message.success('Everything is saved.', 3)
    else {
      hurry()
      void message.info(savingWords(standing, waiting), 5)
    }
  })
  if (!editor) return fallback
  // The sheet gets narrower or wider: what was being written stays in sight.
  const toggleSource = (): void => {
    setSourceOpen(!isSourceOpen)
    setTimeout(() => editor.view.dispatch(editor.state.tr.scrollIntoView()), 100)
  }
  const place = document.getElementById('others-here')
  return (
    <AskQuestion value={QuestionDialog}>
      <main className="work">
        <FormatBar
          editor={editor}
          onLink={() => setDialog('link')}
          onInsert={() => setDialog('insert')}
          isSourceOpen={isSourceOpen}
          onSource={toggleSource}
        />
        <Trail editor={editor} />
        <div className={isSourceOpen ? 'beside is-split' : 'beside'}>
          {isSourceOpen && <SourcePane editor={editor} />}
          <div className="sheet-scroll">
            <article className="sheet-paper" dir={data.course.direction} lang={data.course.language}>
              <EditorContent editor={editor} className="page-editor" />
              <PageFacts editor={editor} name={kindOfEntry(data.entry.kind).label} />
            </article>
            {data.entry.kind === 'exercise' && (
              <ExerciseQuestions
                courseId={data.course.id}
                entryId={data.itemId}
                language={data.course.language}
                start={data.questions}
                onChanged={() => setQuestionsChanged(new Date().toISOString())}
              />
            )}
          </div>
        </div>
        <PasteNotice editor={editor} />
        <Foot
          {...{ standing, waiting, version, editions, isChanged }}
          students={students}
          onPublish={() => setDialog('publish')}
          onStudent={() => setDialog('student')}
          onHurry={hurry}
          unsentWords={unsentWords}
        />
      </main>
      {isDeskOpen && (
        <SideDesk
          {...{ editor, editions, setAside, findings, version, refresh, entry }}
          documentId={data.documentId}
          courseId={data.course.id}
          timeZone={data.course.timeZone}
        />
      )}
      {dialog === 'link' && <LinkField editor={editor} onClose={() => setDialog(null)} />}
      {dialog === 'insert' && (
        <InsertDialog
          editor={editor}
          onClose={() => setDialog(null)}
          onPicture={() => chooser.current?.click()}
          onShelf={() => setDialog('shelf')}
          courseId={data.course.id}
          say={say}
        />
      )}
      {dialog === 'shelf' && (
        <ShelfPicker
          courseId={data.course.id}
          onClose={() => setDialog(null)}
          onPick={(item) => {
            setDialog(null)
            placePicture(editor, item)
            setUnasked((list) => [...list, item])
          }}
        />
      )}
      {unasked[0] && (
        <AltDialog
          key={unasked[0].id}
          courseId={data.course.id}
          item={unasked[0]}
          onAnswer={(alt) => answerAlt(unasked[0]!, alt)}
          onLater={() => answerAlt(unasked[0]!, null)}
        />
      )}
      {dialog === 'publish' && (
        <PublishDialog
          documentId={data.documentId}
          name={kindOfEntry(data.entry.kind).label.toLowerCase()}
          after={oncePublished(plan, new Set([data.itemId]), data.course.timeZone)(data.itemId)}
          {...{ version, editions, standing, editor }}
          onClose={() => setDialog(null)}
          onPublished={refresh}
        />
      )}
      {dialog === 'student' && (
        <AsStudent
          courseId={data.course.id}
          timeZone={data.course.timeZone}
          itemId={data.itemId}
          students={students}
          {...{ editions, standing, version }}
          onClose={() => setDialog(null)}
        />
      )}
      <input
        ref={chooser}
        type="file"
        hidden
        multiple
        aria-label="Pictures to put on the sheet"
        accept="image/*"
        onChange={({ target }) => {
          takeFiles([...(target.files ?? [])])
          target.value = ''
        }}
      />
      {place &&
        createPortal(
          others.map((each) => (
            <span
              key={each.client}
              className="face"
              style={{ backgroundColor: each.colour }}
              title={`${each.name} is on this page`}
            >
              {initials(each.name)}
              <span className="visually-hidden">{each.name} is on this page</span>
            </span>
          )),
          place,
        )}
    </AskQuestion>
  )
}
