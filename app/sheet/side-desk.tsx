import type { Editor } from '@tiptap/core'
import type { Command } from '@tiptap/pm/state'
import { useEditorState } from '@tiptap/react'
import { useEffect, useState } from 'react'
import type { SetAsideEntry } from '../../server/documents/queries.server.ts'
import type { EditionSummary } from '../../server/editions/queries.server.ts'
import { insertParts, meantHeadings } from '../editor/insert-commands.ts'
import { pieceOf } from '../pieces/registry.ts'
import { takeApart } from '../../core/structure/take-apart.ts'
import type { Findings } from '../proof/use-findings.ts'
import { pieceAt, type Place, removeAt } from '../editor/commands.ts'
import { OutlineDesk } from './outline-desk.tsx'
import { SetAsideDesk } from './set-aside-desk.tsx'
import { useSetAside } from './use-set-aside.ts'
import { kindOfEntry } from '../../core/plan/kinds.ts'
import { DeskTabs } from '../shell/desk-tabs.tsx'
import { onDemand } from '../shell/on-demand.tsx'
import type { SheetData, SheetEntry } from './sheet.tsx'
import { RowList } from '../pieces/rows/rows.ts'
import { kindLabel } from '../editor/kind-label.ts'
import { changing } from '../editor/transforms.ts'
import '../shell/side-desk.css'

const PastDesk = onDemand(() => import('../history/past-desk.tsx').then((module) => module.PastDesk))
const EntryDesk = onDemand(() => import('../plan/entry-desk.tsx').then((module) => module.EntryDesk))
const ProofDesk = onDemand(() => import('../proof/proof-desk.tsx').then((module) => module.ProofDesk))

interface Props {
  data: SheetData
  editor: Editor
  /** The item whose text it is, with what is set about it. */
  entry: SheetEntry
  editions: readonly EditionSummary[]
  setAside: readonly SetAsideEntry[]
  findings: Findings
  version: number
  refresh: () => void
  /** How often a key has asked for the settings of the piece: each time the focus goes there. */
  calls: number
}

type Tab = 'piece' | 'proof' | 'outline' | 'past' | 'entry' | 'aside'

/**
 * The panel beside the sheet: settings of the piece under the cursor, the proof, the page's outline, its past, what is
 * set aside.
 */
export function SideDesk({ data, editor, entry, editions, setAside, findings, version, refresh, calls }: Props) {
  const { documentId } = data
  const { id: courseId, timeZone } = data.course
  const [chosen, setChosen] = useState<Tab>('piece')
  const held = useSetAside(documentId, refresh)
  useCalls(calls, () => setChosen('piece'))
  useEffect(() => {
    const timer = setTimeout(() => [PastDesk, ProofDesk, EntryDesk, RowList].forEach((part) => part.preload()), 800)
    return () => clearTimeout(timer)
  }, [])
  const tabs: { id: Tab; name: string; count?: number | undefined }[] = [
    { id: 'piece', name: 'Piece' },
    { id: 'proof', name: 'Proof', count: findings.open?.length },
    { id: 'outline', name: 'Outline' },
    { id: 'past', name: 'History' },
    { id: 'entry', name: kindOfEntry(entry.kind).label },
    ...(setAside.length > 0 || held.gone ? [{ id: 'aside' as const, name: 'Set aside', count: setAside.length }] : []),
  ]
  const tab = tabs.some(({ id }) => id === chosen) ? chosen : 'piece'
  return (
    <aside
      className="desk"
      aria-label="Side desk"
      data-area="desk"
      onKeyDown={(event) => {
        // Back to where one writes; what a field or a menu does with the key comes first.
        if (event.key === 'Escape' && !event.defaultPrevented) editor.view.focus()
      }}
    >
      <DeskTabs<Tab> name="Side desk" tabs={tabs} chosen={tab} onChoose={setChosen}>
        {tab === 'piece' && <PieceDesk editor={editor} />}
        {tab === 'proof' && <ProofDesk editor={editor} findings={findings} />}
        {tab === 'outline' && <OutlineDesk editor={editor} />}
        {tab === 'past' && <PastDesk {...{ editor, documentId, editions, timeZone, version }} />}
        {tab === 'entry' && <EntryDesk {...{ courseId, timeZone }} entry={{ ...entry, documentId }} />}
        {tab === 'aside' && <SetAsideDesk {...{ editor, setAside, timeZone, held }} />}
      </DeskTabs>
    </aside>
  )
}

/** Each call opens the settings of the piece, and gives them the focus. */
function useCalls(calls: number, open: () => void): void {
  useEffect(() => {
    if (calls === 0) return
    open()
    requestAnimationFrame(focusPanel)
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once for each call
  }, [calls])
}

/** To the first setting of the panel; where it has none, to its tab. */
function focusPanel(): void {
  const first = document.querySelector<HTMLElement>('#desk-panel :is(input, textarea, select, button):not(:disabled)')
  ;(first ?? document.querySelector<HTMLElement>('.desk-tabs [aria-selected="true"]'))?.focus()
}

function PieceDesk({ editor }: { editor: Editor }) {
  const { piece, parent, canTakeApart } = usePiece(editor)
  const run = (command: Command): void => {
    command(editor.state, editor.view.dispatch, editor.view)
    editor.view.focus()
  }
  if (!piece)
    return (
      <>
        <HeadingsDesk editor={editor} run={run} />
        <p className="desk-empty soft">
          Put the cursor into a piece to see its settings. “Insert” above the sheet makes new ones; so does / on an
          empty line.
        </p>
        <section>
          <h2>Outline</h2>
          <OutlineDesk editor={editor} />
        </section>
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
      <PieceActions {...{ canTakeApart, run, piece, name }} />
    </>
  )
}

/** The piece at the cursor. */
function usePiece(editor: Editor) {
  const { piece, parent, canTakeApart } = useEditorState({
    editor,
    selector: ({ editor: { state } }) => {
      const found = pieceAt(state)
      return {
        piece: found,
        parent: found && outerPiece(state, found.position),
        canTakeApart:
          found !== null &&
          pieceOf(found.name)?.entry !== 'tab' &&
          found.name !== 'accordion' &&
          takeApart(state.doc, found.position) !== null,
      }
    },
    equalityFn: (a, b) => JSON.stringify(a) === JSON.stringify(b),
  })
  return { piece, parent, canTakeApart }
}

interface PieceActionsProps {
  canTakeApart: boolean
  run: (command: Command) => void
  piece: Place
  name: string
}

/** What can be done with the whole piece. */
function PieceActions({ canTakeApart, run, piece, name }: PieceActionsProps) {
  return (
    <section className="desk-actions">
      {canTakeApart && (
        <button
          type="button"
          className="desk-button"
          onClick={() =>
            run(
              changing(
                ({ doc }) => takeApart(doc, piece.position),
                () => piece.position + 1,
              ),
            )
          }
        >
          Remove the {name}, keep the content
        </button>
      )}
      <button type="button" className="desk-button is-danger" onClick={() => run(removeAt(piece.position))}>
        Delete the {name}
      </button>
    </section>
  )
}

/** The piece around another, as words; null when it stands on the page itself. */
function outerPiece(state: Editor['state'], position: number): string | null {
  const $at = state.doc.resolve(position)
  for (let depth = $at.depth; depth > 0; depth--)
    if (pieceOf($at.node(depth).type.name)) return kindLabel($at.node(depth).type.name).toLowerCase()
  return null
}

/** With the cursor in a heading, or headings marked: what they could be instead. */
function HeadingsDesk({ editor, run }: { editor: Editor; run: (command: Command) => void }) {
  const titles = useEditorState({
    editor,
    selector: ({ editor: { state } }) => meantHeadings(state)?.titles ?? null,
    equalityFn: (a, b) => JSON.stringify(a) === JSON.stringify(b),
  })
  if (!titles) return null
  return (
    <section>
      <h2>
        {titles.length === 1 ? 'One heading' : `${titles.length} headings`}{' '}
        <span className="soft">{titles.length === 1 ? 'marked' : 'of one level'}</span>
      </h2>
      <ol className="desk-titles">
        {titles.slice(0, 8).map((title, at) => (
          <li key={at}>{title || 'No words'}</li>
        ))}
      </ol>
      <h3>Turn these headings into</h3>
      <div className="desk-choices">
        <button type="button" className="desk-button" onClick={() => run(insertParts('tabs'))}>
          Tabs
        </button>
        <button type="button" className="desk-button" onClick={() => run(insertParts('accordion'))}>
          Accordion
        </button>
      </div>
    </section>
  )
}
