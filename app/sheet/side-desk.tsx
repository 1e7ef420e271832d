import type { Editor } from '@tiptap/core'
import type { Command } from '@tiptap/pm/state'
import { useEditorState } from '@tiptap/react'
import { useEffect, useState } from 'react'
import type { SetAsideEntry } from '../../server/documents/queries.server.ts'
import type { EditionSummary } from '../../server/editions/queries.server.ts'
import { insertParts, meantHeadings } from '../pieces/insert-commands.ts'
import { pieceOf } from '../pieces/registry.ts'
import { takeApart } from '../../core/structure/take-apart.ts'
import type { Findings } from '../proof/use-findings.ts'
import { pieceAt, removeAt } from './commands.ts'
import { OutlineDesk } from './outline-desk.tsx'
import { SetAsideDesk } from './set-aside-desk.tsx'
import { onDemand } from '../shell/on-demand.tsx'
import { RowList } from '../pieces/rows/rows.ts'
import { kindLabel } from './trail.tsx'
import { changing } from './transforms.ts'
import './side-desk.css'

const PastDesk = onDemand(() => import('../history/past-desk.tsx').then((module) => module.PastDesk))
const ProofDesk = onDemand(() => import('../proof/proof-desk.tsx').then((module) => module.ProofDesk))

interface Props {
  editor: Editor
  documentId: string
  editions: readonly EditionSummary[]
  setAside: readonly SetAsideEntry[]
  timeZone: string
  findings: Findings
  version: number
  refresh(): void
}

type Tab = 'piece' | 'proof' | 'outline' | 'past' | 'aside'

/** The panel beside the sheet: settings of the piece under the cursor, the proof, the page's outline, its past, what is set aside. */
export function SideDesk({ editor, documentId, editions, setAside, timeZone, findings, version, refresh }: Props) {
  const [chosen, setChosen] = useState<Tab>('piece')
  useEffect(() => {
    const timer = setTimeout(() => [PastDesk, ProofDesk, RowList].forEach((part) => part.preload()), 800)
    return () => clearTimeout(timer)
  }, [])
  const tabs: [Tab, string, (number | undefined)?][] = [['piece', 'Piece'], ['proof', 'Proof', findings.open?.length], ['outline', 'Outline'], ['past', 'Past'], ...(setAside.length > 0 ? [['aside', 'Set aside', setAside.length] as [Tab, string, number]] : [])]
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
        {tab === 'proof' && <ProofDesk editor={editor} findings={findings} />}
        {tab === 'outline' && <OutlineDesk editor={editor} />}
        {tab === 'past' && <PastDesk {...{ editor, documentId, editions, timeZone, version }} />}
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

function PieceDesk({ editor }: { editor: Editor }) {
  const { piece, parent, canTakeApart } = useEditorState({
    editor,
    selector: ({ editor: { state } }) => {
      const found = pieceAt(state)
      return { piece: found, parent: found && outerPiece(state, found.position), canTakeApart: found !== null && pieceOf(found.name)?.entry !== 'tab' && found.name !== 'accordion' && takeApart(state.doc, found.position) !== null }
    },
    equalityFn: (a, b) => JSON.stringify(a) === JSON.stringify(b),
  })
  const run = (command: Command): void => {
    command(editor.state, editor.view.dispatch, editor.view)
    editor.view.focus()
  }
  if (!piece)
    return (
      <>
        <HeadingsDesk editor={editor} run={run} />
        <p className="desk-empty soft">Put the cursor into a piece to see its settings. “Insert” above the sheet makes new ones; so does / on an empty line.</p>
      </>
    )
  const Settings = pieceOf(piece.name)?.Settings
  const label = kindLabel(piece.name)
  const name = /^[A-Z]{2}/.test(label) ? label : label.toLowerCase()
  return (
    <>
      <section>
        <h2>
          {label} {parent && <span className="soft">inside {parent}</span>}
        </h2>
        {Settings && <Settings key={`${piece.name}-${piece.position}`} editor={editor} position={piece.position} />}
      </section>
      <HeadingsDesk editor={editor} run={run} />
      <section className="desk-actions">
        {canTakeApart && (
          <button type="button" className="desk-button" onClick={() => run(changing(({ doc }) => takeApart(doc, piece.position), () => piece.position + 1))}>
            Take the {name} away, keep what is in {name.endsWith('s') ? 'them' : 'it'}
          </button>
        )}
        <button type="button" className="desk-button is-danger" onClick={() => run(removeAt(piece.position))}>
          Delete the {name}
        </button>
      </section>
    </>
  )
}

/** The piece around another, as words; null when it stands on the page itself. */
function outerPiece(state: Editor['state'], position: number): string | null {
  const $at = state.doc.resolve(position)
  for (let depth = $at.depth; depth > 0; depth--) if (pieceOf($at.node(depth).type.name)) return kindLabel($at.node(depth).type.name).toLowerCase()
  return null
}

/** With the cursor in a heading, or headings marked: what they could be instead. */
function HeadingsDesk({ editor, run }: { editor: Editor; run(command: Command): void }) {
  const titles = useEditorState({ editor, selector: ({ editor: { state } }) => meantHeadings(state)?.titles ?? null, equalityFn: (a, b) => JSON.stringify(a) === JSON.stringify(b) })
  if (!titles) return null
  return (
    <section>
      <h2>
        {titles.length === 1 ? 'One heading' : `${titles.length} headings`} <span className="soft">{titles.length === 1 ? 'marked' : 'of one level'}</span>
      </h2>
      <ol className="desk-titles">
        {titles.slice(0, 8).map((title, at) => <li key={at}>{title || 'No words'}</li>)}
      </ol>
      <h3>Re-form, with what stands under them, as</h3>
      <div className="desk-choices">
        <button type="button" className="desk-button" onClick={() => run(insertParts('tabs'))}>Tabs</button>
        <button type="button" className="desk-button" onClick={() => run(insertParts('accordion'))}>Accordion</button>
      </div>
    </section>
  )
}
