import { EditorContent } from '@tiptap/react'
import { App } from 'antd'
import { lazy, type ReactNode, Suspense, useEffect, useState } from 'react'
import { createPortal } from 'react-dom'
import type { ItemState } from '../../server/plan/queries.server.ts'
import { InsertDialog } from '../insert/insert-dialog.tsx'
import { initials } from '../../core/people/initials.ts'
import { AsStudent } from './as-student.tsx'
import { Foot } from './foot.tsx'
import { FormatBar } from './format-bar.tsx'
import { LinkField } from './link-field.tsx'
import { PageFacts } from './page-facts.tsx'
import { PasteNotice } from './paste-notice.tsx'
import { PublishDialog } from './publish-dialog.tsx'
import type { SheetData } from './sheet.tsx'
import { SideDesk } from './side-desk.tsx'
import { Trail } from './trail.tsx'
import { usePage } from './use-page.ts'
import './pieces.css'

const SourcePane = lazy(() => import('../source/source-pane.tsx'))

interface Props {
  data: SheetData
  isDeskOpen: boolean
  onTitle(title: string): void
  onState(state: ItemState): void
  /** What stands here until the browser has made the editor. */
  fallback: ReactNode
}

/** The sheet with everything around it: bar, trail, source, foot, side desk. */
export default function Workbench({ data, isDeskOpen, onTitle, onState, fallback }: Props) {
  const { message } = App.useApp()
  const [isSourceOpen, setSourceOpen] = useState(false)
  const [dialog, setDialog] = useState<'link' | 'insert' | 'publish' | 'student' | null>(null)
  const say = (words: string): void => void message.info(words, 6)
  const { editor, standing, waiting, others, editions, setAside, version, refresh, signedIn } = usePage(data, { onTitle, say, onLink: () => setDialog('link'), onInsert: () => setDialog('insert') })
  const newest = editions[0]
  const state: ItemState = !newest ? 'draft' : newest.version === version && waiting === '' ? 'published' : 'edited'
  useEffect(() => {
    onState(state)
    // eslint-disable-next-line react-hooks/exhaustive-deps -- told when the state changes
  }, [state])
  if (!editor) return fallback
  // The sheet gets narrower or wider: what was being written stays in sight.
  const toggleSource = (): void => {
    setSourceOpen(!isSourceOpen)
    setTimeout(() => editor.view.dispatch(editor.state.tr.scrollIntoView()), 100)
  }
  const place = document.getElementById('others-here')
  return (
    <>
      <main className="work">
        <FormatBar editor={editor} onLink={() => setDialog('link')} onInsert={() => setDialog('insert')} isSourceOpen={isSourceOpen} onSource={toggleSource} />
        <Trail editor={editor} />
        <div className={isSourceOpen ? 'beside is-split' : 'beside'}>
          {isSourceOpen && (
            <Suspense fallback={<div className="source-pane soft">Opening the source…</div>}>
              <SourcePane editor={editor} />
            </Suspense>
          )}
          <div className="sheet-scroll">
            <article className="sheet-paper" dir={data.course.direction} lang={data.course.language}>
              <EditorContent editor={editor} className="page-editor" />
              <PageFacts editor={editor} />
            </article>
          </div>
        </div>
        <PasteNotice editor={editor} />
        <Foot {...{ standing, waiting, version, editions }} timeZone={data.course.timeZone} onPublish={() => setDialog('publish')} onStudent={() => setDialog('student')} onSignedIn={signedIn} />
      </main>
      {isDeskOpen && <SideDesk {...{ editor, editions, setAside, refresh }} documentId={data.documentId} timeZone={data.course.timeZone} />}
      {dialog === 'link' && <LinkField editor={editor} onClose={() => setDialog(null)} />}
      {dialog === 'insert' && <InsertDialog editor={editor} onClose={() => setDialog(null)} />}
      {dialog === 'publish' && <PublishDialog documentId={data.documentId} {...{ version, editions, standing, editor }} onClose={() => setDialog(null)} onPublished={refresh} />}
      {dialog === 'student' && <AsStudent courseId={data.course.id} itemId={data.itemId} {...{ editions, standing, version }} onClose={() => setDialog(null)} />}
      {place && createPortal(others.map((each) => <span key={each.client} className="face" style={{ backgroundColor: each.colour }} title={`${each.name} is on this page`}>{initials(each.name)}<span className="visually-hidden">{each.name} is on this page</span></span>), place)}
    </>
  )
}
