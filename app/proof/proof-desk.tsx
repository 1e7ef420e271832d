import type { Editor } from '@tiptap/core'
import { NodeSelection, TextSelection } from '@tiptap/pm/state'
import { type FormEvent, useState } from 'react'
import { type Finding, proof, repairOf } from '../../core/proof/proof.ts'
import { ruleOf } from '../../core/proof/registry.ts'
import type { Known, RepairOffer, Rule, Severity } from '../../core/proof/rule.ts'
import { transactionOf } from '../editor/transforms.ts'
import { SEVERITIES, SeverityMark } from './severity.tsx'
import type { Findings } from './use-findings.ts'
import './proof-desk.css'
import { isA } from '../../core/kinds/facts.ts'
import type { DismissedFinding } from '../../server/proof/queries.server.ts'

interface Props {
  editor: Editor
  findings: Findings
}

/** What the proof has found in the page, what it matters, and what can be done about it. */
export function ProofDesk({ editor, findings: { known, open, aside, dismiss, restore } }: Props) {
  const [problem, setProblem] = useState('')
  if (!open) return <p className="desk-empty soft">Checking the page…</p>
  const said = (result: string | null): void => setProblem(result ?? '')
  return (
    <>
      <p className="desk-words soft" role="status">
        {open.length === 0
          ? 'No findings on this page: alternative text, headings, lists, tables, links, contrast and frames are in order.'
          : `${open.length} ${open.length === 1 ? 'finding' : 'findings'}. The page is checked while you write.`}
      </p>
      {problem && (
        <p className="desk-words field-problem" role="alert">
          {problem}
        </p>
      )}
      {(Object.keys(SEVERITIES) as Severity[]).map((severity) => {
        const own = open.filter((finding) => finding.severity === severity)
        return own.length === 0 ? null : (
          <section key={severity} className="findings" aria-label={SEVERITIES[severity]}>
            <h2>
              <span>
                <SeverityMark severity={severity} /> {SEVERITIES[severity]}
              </span>{' '}
              <span className="soft">{own.length}</span>
            </h2>
            <ul>
              {own.map((finding) => (
                <Entry
                  known={known}
                  key={finding.fingerprint}
                  editor={editor}
                  finding={finding}
                  onDismiss={(reason) => void dismiss(finding, reason).then(said)}
                />
              ))}
            </ul>
          </section>
        )
      })}
      {aside.length > 0 && <DismissedFindings {...{ aside, restore, said }} />}
    </>
  )
}

interface DismissedFindingsProps {
  aside: readonly (Finding & DismissedFinding)[]
  restore: (fingerprint: string) => Promise<string | null>
  said: (result: string | null) => void
}

/** What somebody has set aside, with the reason. */
function DismissedFindings({ aside, restore, said }: DismissedFindingsProps) {
  return (
    <section className="findings" aria-label="Set aside">
      <h2>
        Set aside <span className="soft">{aside.length}</span>
      </h2>
      <ul>
        {aside.map((finding) => (
          <li key={finding.fingerprint}>
            <p>{finding.message}</p>
            <p className="soft small">
              {finding.person}: “{finding.reason}”{' '}
              <button
                type="button"
                className="link-button"
                onClick={() => void restore(finding.fingerprint).then(said)}
              >
                Show it again
              </button>
            </p>
          </li>
        ))}
      </ul>
    </section>
  )
}

type Asking = { readonly type: 'words'; readonly repair: RepairOffer } | { readonly type: 'reason' } | null

interface EntryProps {
  editor: Editor
  finding: Finding
  known: Known
  onDismiss: (reason: string) => void
}

function Entry({ editor, finding, known, onDismiss }: EntryProps) {
  const [asking, setAsking] = useState<Asking>(null)
  const [words, setWords] = useState('')
  const rule = ruleOf(finding.rule)
  if (!rule) return null
  const repair = (id: string): void => {
    const transform = repairOf(editor.state.doc, finding, id, words, known)
    if (!transform) return
    editor.view.dispatch(transactionOf(editor.state, transform).scrollIntoView())
    editor.view.focus()
  }
  const answer = (event: FormEvent): void => {
    event.preventDefault()
    if (words.trim() === '') return
    if (asking?.type === 'words') repair(asking.repair.id)
    else onDismiss(words.trim())
    setAsking(null)
    setWords('')
  }
  return (
    <li>
      <button type="button" className="finding-message" onClick={() => show(editor, finding, known)}>
        {finding.message}
      </button>
      <details className="finding-why">
        <summary>Why it matters</summary>
        <p>{rule.why}</p>
        {rule.criterion && <p className="soft small">WCAG 2.2, {rule.criterion}</p>}
      </details>
      {asking ? (
        <AnswerForm {...{ answer, asking, words, setWords, setAsking }} />
      ) : (
        <FindingActions {...{ rule, setAsking, repair }} />
      )}
    </li>
  )
}

interface AnswerFormProps {
  answer: (event: FormEvent<Element>) => void
  asking: NonNullable<Asking>
  words: string
  setWords: (value: string) => void
  setAsking: (value: Asking) => void
}

/** Asks for the words that a repair needs, or for the reason why nothing is repaired. */
function AnswerForm({ answer, asking, words, setWords, setAsking }: AnswerFormProps) {
  return (
    <form className="finding-form" onSubmit={answer}>
      <label className="desk-field">
        <span>{asking.type === 'words' ? asking.repair.asks : 'Why it may stay as it is'}</span>
        <input
          autoFocus
          maxLength={500}
          value={words}
          onChange={(event) => setWords(event.target.value)}
          onKeyDown={(event) => event.key === 'Escape' && setAsking(null)}
        />
      </label>
      <button type="submit" className="desk-button">
        {asking.type === 'words' ? asking.repair.label : 'Set aside'}
      </button>{' '}
      <button type="button" className="link-button" onClick={() => setAsking(null)}>
        Cancel
      </button>
    </form>
  )
}

interface FindingActionsProps {
  rule: Rule
  setAsking: (value: Asking) => void
  repair: (id: string) => void
}

/** What can be done about a finding. */
function FindingActions({ rule, setAsking, repair }: FindingActionsProps) {
  return (
    <p className="finding-actions">
      {rule.repairs.map((each) => (
        <button
          key={each.id}
          type="button"
          className="desk-button"
          onClick={() => (each.asks ? setAsking({ type: 'words', repair: each }) : repair(each.id))}
        >
          {each.label}
          {each.asks ? '…' : ''}
        </button>
      ))}
      <button type="button" className="link-button" onClick={() => setAsking({ type: 'reason' })}>
        Set aside…
      </button>
    </p>
  )
}

/** Brings what was found into sight, with the cursor on it. */
function show({ state, view }: Editor, finding: Finding, known: Known): void {
  const now = proof(state.doc, known).find(({ fingerprint }) => fingerprint === finding.fingerprint)
  if (!now) return
  const node = state.doc.nodeAt(now.from)
  const selection =
    node?.isAtom || isA(node, 'picture')
      ? NodeSelection.create(state.doc, now.from)
      : TextSelection.near(state.doc.resolve(node?.isText ? now.from : now.from + 1))
  view.dispatch(state.tr.setSelection(selection).scrollIntoView())
  view.focus()
}
