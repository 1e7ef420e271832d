import type { Editor } from '@tiptap/core'
import { useEditorState } from '@tiptap/react'
import { useState } from 'react'
import type { SetAsideEntry } from '../../server/documents/queries.server.ts'
import type { EditionSummary } from '../../server/editions/queries.server.ts'
import { BoxSettings } from '../pieces/box/settings.tsx'
import { TableSettings } from '../pieces/table/settings.tsx'
import { EditionDesk } from '../editions/edition-desk.tsx'
import { pieceAt, removeAt, unwrap } from './commands.ts'
import { OutlineDesk } from './outline-desk.tsx'
import { SetAsideDesk } from './set-aside-desk.tsx'
import { kindLabel } from './trail.tsx'
import './side-desk.css'

interface Props {
  editor: Editor
  documentId: string
  editions: readonly EditionSummary[]
  setAside: readonly SetAsideEntry[]
  timeZone: string
  refresh(): void
}

type Tab = 'piece' | 'outline' | 'editions' | 'aside'

/** The panel beside the sheet: settings of the piece under the cursor, the page's outline, its editions, what is set aside. */
export function SideDesk({ editor, documentId, editions, setAside, timeZone, refresh }: Props) {
  const [chosen, setChosen] = useState<Tab>('piece')
  const tabs: [Tab, string, number?][] = [['piece', 'Piece'], ['outline', 'Outline'], ['editions', 'Editions', editions.length], ...(setAside.length > 0 ? [['aside', 'Set aside', setAside.length] as [Tab, string, number]] : [])]
  const tab = tabs.some(([id]) => id === chosen) ? chosen : 'piece'
  return (
    <aside className="desk" aria-label="Side desk">
      <div className="desk-tabs" role="tablist" aria-label="Side desk" onKeyDown={(event) => step(event, tabs.map(([id]) => id), tab, setChosen)}>
        {tabs.map(([id, name, count]) => (
          <button key={id} type="button" role="tab" id={`desk-tab-${id}`} aria-selected={id === tab} aria-controls="desk-panel" tabIndex={id === tab ? 0 : -1} onClick={() => setChosen(id)}>
            {name}
            {count ? <span className="count">{count}</span> : null}
          </button>
        ))}
      </div>
      <div className="desk-panel" role="tabpanel" id="desk-panel" aria-labelledby={`desk-tab-${tab}`}>
        {tab === 'piece' && <PieceDesk editor={editor} />}
        {tab === 'outline' && <OutlineDesk editor={editor} />}
        {tab === 'editions' && <EditionDesk editions={editions} timeZone={timeZone} />}
        {tab === 'aside' && <SetAsideDesk {...{ editor, documentId, setAside, timeZone, refresh }} />}
      </div>
    </aside>
  )
}

/** Arrow keys, Home and End, as the ARIA Authoring Practices have it for tabs. */
function step(event: React.KeyboardEvent<HTMLElement>, ids: readonly Tab[], current: Tab, choose: (tab: Tab) => void): void {
  const at = ids.indexOf(current)
  const next = { ArrowRight: (at + 1) % ids.length, ArrowLeft: (at - 1 + ids.length) % ids.length, Home: 0, End: ids.length - 1 }[event.key]
  if (next === undefined) return
  event.preventDefault()
  choose(ids[next]!)
  document.getElementById(`desk-tab-${ids[next]}`)?.focus()
}

/** Settings of each kind of piece that has some. */
const SETTINGS: Record<string, (props: { editor: Editor; position: number }) => React.ReactNode> = { box: BoxSettings, table: TableSettings }

function PieceDesk({ editor }: { editor: Editor }) {
  const { piece, parent } = useEditorState({
    editor,
    selector: ({ editor: { state } }) => {
      const found = pieceAt(state)
      const outer = found && found.depth > 1 ? state.doc.resolve(found.position).parent.type.name : null
      return { piece: found, parent: outer && outer !== 'doc' ? outer : null }
    },
    equalityFn: (a, b) => JSON.stringify(a) === JSON.stringify(b),
  })
  if (!piece) return <p className="desk-empty soft">Put the cursor into a box, list, table or quotation to see its settings. “Insert” above the sheet makes new ones.</p>
  const Settings = SETTINGS[piece.name]
  const run = (command: ReturnType<typeof unwrap>): void => {
    command(editor.state, editor.view.dispatch, editor.view)
    editor.view.focus()
  }
  const label = kindLabel(piece.name).toLowerCase()
  const isWrap = ['box', 'quotation'].includes(piece.name)
  return (
    <>
      <section>
        <h2>
          {kindLabel(piece.name)} {parent && <span className="soft">inside {kindLabel(parent).toLowerCase()}</span>}
        </h2>
        {Settings && <Settings editor={editor} position={piece.position} />}
      </section>
      <section className="desk-actions">
        {isWrap && (
          <button type="button" className="desk-button" onClick={() => run(unwrap(piece.position))}>
            Take the {label} away, keep what is in it
          </button>
        )}
        <button type="button" className="desk-button is-danger" onClick={() => run(removeAt(piece.position))}>
          Delete the {label}
        </button>
      </section>
    </>
  )
}
