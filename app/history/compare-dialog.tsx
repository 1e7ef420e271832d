import type { Editor } from '@tiptap/core'
import { closeHistory } from '@tiptap/pm/history'
import { Button } from 'antd'
import type { Node } from 'prosemirror-model'
import { useEffect, useMemo, useState } from 'react'
import { pageFromJson } from '../../core/document/schema.ts'
import { stepsFromJson } from '../../core/document/outbox.ts'
import { compare, type ComparedBlock } from '../../core/history/compare.ts'
import { nearChanges } from '../../core/history/near-changes.ts'
import { nameOf } from '../../core/kinds/facts.ts'
import { changeSteps } from '../../core/source/changes.ts'
import { Dialog } from '../shell/dialog.tsx'

/** A state of the page that can be looked at. */
export interface Revision {
  readonly version: number
  readonly name: string
  readonly words: string
}

interface Props {
  editor: Editor
  documentId: string
  revisions: readonly Revision[]
  start: Revision
  onClose: () => void
}

const NOW = 'now'

/** The page as it stood at some versions; undefined while it is on its way. */
function usePages(documentId: string, now: Node, versions: readonly string[]): (Node | 'failed' | undefined)[] {
  const [pages, setPages] = useState<Record<string, Node | 'failed'>>({})
  const wanted = versions.join(' ')
  useEffect(() => {
    for (const version of wanted.split(' ')) {
      if (version === NOW || pages[version]) continue
      void fetch(`/documents/${documentId}/past/${version}`)
        .then(async (response) => (response.ok ? pageFromJson(await response.json()) : 'failed'))
        .catch(() => 'failed' as const)
        .then((page) => setPages((known) => ({ ...known, [version]: page })))
    }
  }, [documentId, wanted, pages])
  return versions.map((version) => (version === NOW ? now : pages[version]))
}

/** Two states of the page, compared in the text; the earlier one can be brought back. */
export function CompareDialog({ editor, documentId, revisions, start, onClose }: Props) {
  const [left, setLeft] = useState(String(start.version))
  const [right, setRight] = useState(NOW)
  const now = useMemo(() => pageFromJson(editor.state.doc.toJSON()), [editor])
  const [old, fresh] = usePages(documentId, now, [left, right])
  const isReady = old !== undefined && fresh !== undefined && old !== 'failed' && fresh !== 'failed'
  const blocks = isReady ? compare(old, fresh, nameOf) : []
  const different = blocks.filter(({ type }) => type !== 'same').length

  const restore = (): void => {
    if (!old || old === 'failed') return
    bringBack(editor, old)
    onClose()
  }
  const names = new Map([
    [NOW, 'Now'],
    ...revisions.map((revision) => [String(revision.version), revision.name] as const),
  ])
  const choice = (name: string, value: string, set: (version: string) => void) => (
    <StateChoice {...{ name, value, set, names }} />
  )
  return (
    <Dialog
      open
      width={820}
      title="Compare two versions"
      onCancel={onClose}
      footer={
        <>
          <Outcome {...{ old, fresh, isReady, different }} />
          <Button onClick={onClose}>Close</Button>
          <Button type="primary" disabled={!isReady || left === NOW || old.eq(now)} onClick={restore}>
            Restore the first version
          </Button>
        </>
      }
    >
      <div className="compare-choice">
        {choice('First', left, setLeft)}
        {choice('Second', right, setRight)}
      </div>
      <p className="soft small">
        Restoring is a change like any other: what stands now stays in the history, and Ctrl+Z undoes it.
      </p>
      <div className="compare-text" tabIndex={0} role="region" aria-label="The differences">
        <Blocks blocks={blocks} />
      </div>
    </Dialog>
  )
}

interface StateChoiceProps {
  name: string
  value: string
  set: (version: string) => void
  names: Map<string, string>
}

/** Which version of the page is compared. */
function StateChoice({ name, value, set, names }: StateChoiceProps) {
  return (
    <label className="desk-field">
      <span>{name}</span>
      <select value={value} onChange={(event) => set(event.target.value)}>
        {[...names].map(([version, words]) => (
          <option key={version} value={version}>
            {words}
          </option>
        ))}
      </select>
    </label>
  )
}

interface OutcomeProps {
  old: Node | 'failed' | undefined
  fresh: Node | 'failed' | undefined
  isReady: boolean
  different: number
}

/** How much differs, as words. */
function Outcome({ old, fresh, isReady, different }: OutcomeProps) {
  return (
    <span className="compare-told soft" role="status">
      {old === 'failed' || fresh === 'failed'
        ? 'One of the two can’t be shown just now. It is not lost; try again in a moment.'
        : !isReady
          ? 'Loading…'
          : different === 0
            ? 'No word differs.'
            : `${different} ${different === 1 ? 'place differs' : 'places differ'}.`}
    </span>
  )
}

/** What differs, with the block before and after; long stretches without a difference are told by their number. */
function Blocks({ blocks }: { blocks: readonly ComparedBlock[] }) {
  return nearChanges(blocks).map((each, at) =>
    'alike' in each ? (
      <p key={at} className="compare-gap soft">
        {each.alike} {each.alike === 1 ? 'paragraph' : 'paragraphs'} alike
      </p>
    ) : (
      <p key={at} className={`compare-block is-${each.type}`}>
        {each.place && <small>{each.place}</small>}
        {each.words.map(({ type, text }, index) =>
          type === 'added' ? (
            <ins key={index}>{text || ' '}</ins>
          ) : type === 'removed' ? (
            <del key={index}>{text || ' '}</del>
          ) : (
            <span key={index}>{text}</span>
          ),
        )}
      </p>
    ),
  )
}

/** Makes the page what it was, as a change of its own. */
function bringBack(editor: Editor, old: Node): void {
  const steps = changeSteps(pageFromJson(editor.state.doc.toJSON()), old).map((step) => step.toJSON() as unknown)
  const transaction = closeHistory(editor.state.tr)
  for (const step of stepsFromJson(steps, editor.state.schema)) transaction.step(step)
  if (transaction.docChanged) editor.view.dispatch(transaction.scrollIntoView())
}
