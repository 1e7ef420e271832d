import type { Editor } from '@tiptap/core'
import type { Command, Transaction } from '@tiptap/pm/state'
import { useEditorState } from '@tiptap/react'
import { useEffect, useRef, useState } from 'react'
import type { SetAsideEntry } from '../../server/documents/queries.server.ts'
import type { EditionSummary } from '../../server/editions/queries.server.ts'
import { meantHeadings } from '../editor/insert-commands.ts'
import { PARTS_PIECES } from '../../core/structure/headings.ts'
import { pieceOf } from '../pieces/registry.ts'
import { shapeAt } from '../../core/structure/reshape/reshape.ts'
import { takeApart } from '../../core/structure/take-apart.ts'
import type { Spelling } from '../spelling/use-spelling.ts'
import type { Findings } from '../proof/use-findings.ts'
import { linkRange, pieceAt, type Place, removeAt } from '../editor/commands.ts'
import { OutlineDesk } from './outline-desk.tsx'
import type { TurnCall } from './turnables.ts'
import { useSetAside } from './use-set-aside.ts'
import { kindOfEntry } from '../../core/plan/kinds.ts'
import { DeskTabs } from '../shell/desk-tabs.tsx'
import { onDemand } from '../shell/on-demand.tsx'
import type { PlanRow } from '../../server/plan/queries.server.ts'
import type { SheetData, SheetEntry } from './sheet.tsx'
import { RowList } from '../pieces/rows/rows.ts'
import { isA } from '../../core/kinds/facts.ts'
import { askSnippet } from '../editor/asking-snippet.ts'
import { kindLabel } from '../editor/kind-label.ts'
import { changing } from '../editor/transforms.ts'
import '../shell/side-desk.css'

const LinkDesk = onDemand(() => import('./link-desk.tsx').then((module) => module.LinkDesk))
const TurnDesk = onDemand(() => import('../turning/turn-desk.tsx').then((module) => module.TurnDesk))
const MeasuresDesk = onDemand(() => import('../measures/measures-desk.tsx').then((module) => module.MeasuresDesk))
const SetAsideDesk = onDemand(() => import('./set-aside-desk.tsx').then((module) => module.SetAsideDesk))
const PastDesk = onDemand(() => import('../history/past-desk.tsx').then((module) => module.PastDesk))
const EntryDesk = onDemand(() => import('../plan/entry-desk.tsx').then((module) => module.EntryDesk))
const SpellingDesk = onDemand(() => import('../spelling/spelling-desk.tsx').then((module) => module.SpellingDesk))
const ProofDesk = onDemand(() => import('../proof/proof-desk.tsx').then((module) => module.ProofDesk))

interface Props {
  data: SheetData
  editor: Editor
  /** The item whose text it is, with what is set about it. */
  entry: SheetEntry
  plan: readonly PlanRow[]
  editions: readonly EditionSummary[]
  setAside: readonly SetAsideEntry[]
  findings: Findings
  spelling: Spelling
  version: number
  refresh: () => void
  calls: DeskCalls
  /** Opens the dialog in which a link is changed. */
  onLink: () => void
  /** Opens the dialog in which something is turned into something else. */
  onTurn: (of: TurnCall['of'], target: TurnCall['target']) => void
}

/** How often something has asked for a part of the desk; each time the focus goes there once. */
export interface DeskCalls {
  readonly count: number
  readonly tab: DeskTab
  /** So many were answered, by this desk or by one that was closed meanwhile. */
  readonly answered: { current: number }
}

export type DeskTab = 'piece' | 'proof' | 'outline' | 'past' | 'entry' | 'aside'

/**
 * The panel beside the sheet: settings of the piece under the cursor, the proof, the page's outline, its past, what is
 * set aside.
 */
export function SideDesk(props: Props) {
  const { data, editor, entry, editions, setAside, findings, spelling, version, refresh, calls } = props
  const { documentId } = data
  const { timeZone } = data.course
  const [chosen, setChosen] = useState<DeskTab>('piece')
  const held = useSetAside(documentId, refresh)
  useCalls(calls, () => setChosen(calls.tab))
  usePartsFetched()
  const isAtLink = useEditorState({ editor, selector: ({ editor: { state } }) => linkRange(state) !== null })
  const tabs: { id: DeskTab; name: string; count?: number | undefined }[] = [
    { id: 'piece', name: 'Piece' },
    { id: 'proof', name: 'Proof', count: findings.open?.length },
    { id: 'outline', name: 'Outline' },
    { id: 'past', name: 'History' },
    { id: 'entry', name: kindOfEntry(entry.kind).label },
    ...(setAside.length > 0 || held.gone.length > 0
      ? [{ id: 'aside' as const, name: 'Set aside', count: setAside.length }]
      : []),
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
      <DeskTabs<DeskTab> name="Side desk" tabs={tabs} chosen={tab} onChoose={setChosen}>
        {tab === 'piece' && (
          <>
            {isAtLink && (
              <LinkDesk courseId={data.course.id} {...{ editor }} plan={props.plan} onChange={props.onLink} />
            )}
            <PieceDesk editor={editor} onTurn={props.onTurn} />
          </>
        )}
        {tab === 'proof' && <Proofs {...{ editor, findings, spelling }} />}
        {tab === 'outline' && <OutlineAndMeasures editor={editor} onTurn={props.onTurn} />}
        {tab === 'past' && <PastDesk {...{ editor, documentId, editions, timeZone, version }} />}
        {tab === 'entry' && <EntryDesk courseId={data.course.id} {...{ timeZone }} entry={{ ...entry, documentId }} />}
        {tab === 'aside' && <SetAsideDesk {...{ editor, setAside, timeZone, held }} />}
      </DeskTabs>
    </aside>
  )
}

/** Fetches what opens on demand a little after the sheet stands. */
function usePartsFetched(): void {
  useEffect(() => {
    const parts = [
      LinkDesk,
      TurnDesk,
      MeasuresDesk,
      SetAsideDesk,
      PastDesk,
      ProofDesk,
      SpellingDesk,
      EntryDesk,
      RowList,
    ]
    const timer = setTimeout(() => parts.forEach((part) => part.preload()), 800)
    return () => clearTimeout(timer)
  }, [])
}

/** What is found in the page: by the proof, and by the dictionaries. */
function Proofs({ editor, findings, spelling }: Pick<Props, 'editor' | 'findings' | 'spelling'>) {
  return (
    <>
      <ProofDesk editor={editor} findings={findings} />
      <SpellingDesk editor={editor} spelling={spelling} />
    </>
  )
}

const OutlineAndMeasures = (props: Pick<Props, 'editor' | 'onTurn'>) => (
  <>
    <OutlineDesk editor={props.editor} />
    <MeasuresDesk {...props} />
  </>
)

/** Each call opens a part of the desk, and gives it the focus. */
function useCalls({ count, answered }: DeskCalls, open: () => void): void {
  useEffect(() => {
    if (count === answered.current) return
    answered.current = count
    open()
    requestAnimationFrame(focusPanel)
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once for each call
  }, [count])
}

/** To the first setting of the panel; where it has none, to its tab. */
function focusPanel(): void {
  const first = document.querySelector<HTMLElement>('#desk-panel :is(input, textarea, select, button):not(:disabled)')
  ;(first ?? document.querySelector<HTMLElement>('.desk-tabs [aria-selected="true"]'))?.focus()
}

function PieceDesk({ editor, onTurn }: Pick<Props, 'editor' | 'onTurn'>) {
  const { piece, parent, canTakeApart, shape, around } = usePiece(editor)
  const sameness = useSameness(editor, piece)
  const run = (command: Command): void => {
    command(editor.state, editor.view.dispatch, editor.view)
    editor.view.focus()
  }
  if (!piece)
    return (
      <>
        <HeadingsDesk editor={editor} onTurn={onTurn} />
        <p className="desk-empty soft">
          Put the cursor into a piece to see its settings. “Insert” above the sheet makes new ones; so does / on an
          empty line.
        </p>
        <section>
          <h2>Outline</h2>
          <OutlineDesk editor={editor} />
        </section>
        <MeasuresDesk {...{ editor, onTurn }} />
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
        {Settings && <Settings key={sameness} editor={editor} position={piece.position} />}
      </section>
      {around !== null && <SnippetAround editor={editor} position={around} />}
      <HeadingsDesk editor={editor} onTurn={onTurn} />
      {shape && <TurnDesk {...{ name, shape }} onChoose={(target) => onTurn('piece', target)} />}
      <PieceActions {...{ canTakeApart, run, piece, name }} />
    </>
  )
}

/**
 * A number that stays with a piece while its place changes because others write above it, and is another for another
 * piece: its settings keep what is being typed in them, and the focus.
 */
function useSameness(editor: Editor, piece: Place | null): number {
  const known = useRef({ number: 0, name: '', position: 0 })
  useEffect(() => {
    const follow = ({ transaction }: { transaction: Transaction }): void => {
      known.current.position = transaction.mapping.map(known.current.position)
    }
    editor.on('transaction', follow)
    return () => void editor.off('transaction', follow)
  }, [editor])
  const { number, name, position } = known.current
  if (piece && (piece.name !== name || piece.position !== position))
    known.current = { number: number + 1, name: piece.name, position: piece.position }
  return known.current.number
}

/** The piece at the cursor. */
function usePiece(editor: Editor) {
  return useEditorState({
    editor,
    selector: ({ editor: { state } }) => {
      const found = pieceAt(state)
      return {
        piece: found,
        parent: found && outerPiece(state, found.position),
        canTakeApart:
          found !== null &&
          !(PARTS_PIECES as readonly string[]).includes(found.name) &&
          takeApart(state.doc, found.position) !== null,
        shape: found && shapeAt(state.doc, found.position),
        around: found && snippetAround(state, found.position),
      }
    },
    equalityFn: (a, b) => JSON.stringify(a) === JSON.stringify(b),
  })
}

/** Where what came from a snippet begins that a piece stands in; null where it stands in none. */
function snippetAround(state: Editor['state'], position: number): number | null {
  const $at = state.doc.resolve(position)
  for (let depth = $at.depth; depth > 0; depth--) if (isA($at.node(depth), 'snippet')) return $at.before(depth)
  return null
}

/** The snippet around a piece: which it is, and the ways to fill it in again. */
function SnippetAround({ editor, position }: { editor: Editor; position: number }) {
  const Settings = pieceOf('snippet')?.Settings
  return (
    <section>
      <h2>The snippet it stands in</h2>
      {Settings && <Settings editor={editor} position={position} />}
    </section>
  )
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
      <button type="button" className="desk-button" onClick={() => run(askSnippet)}>
        Save as a snippet…
      </button>
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
function HeadingsDesk({ editor, onTurn }: Pick<Props, 'editor' | 'onTurn'>) {
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
      <TurnDesk
        name={titles.length === 1 ? 'heading' : 'headings'}
        shape="headings"
        onChoose={(target) => onTurn('headings', target)}
      />
    </section>
  )
}
