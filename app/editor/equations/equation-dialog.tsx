import type { Editor } from '@tiptap/core'
import { Button, Segmented } from 'antd'
import { type FormEvent, useEffect, useReducer, useRef, useState } from 'react'
import { MOST_TEX, safeTex } from '../../../core/kinds/equation/tex.ts'
import { useFieldSay } from '../field-say.ts'
import { Dialog } from '../../shell/dialog.tsx'
import { type EquationDraft, equationNow, putEquation } from './asking.ts'
import { PALETTE, withPiece } from './palette.ts'
import { shown } from './shown.ts'
import './equation-dialog.css'

/** An equation as LaTeX, put together by typing or from pieces, with what it becomes beside it. */
export function EquationDialog({ editor, onClose }: { editor: Editor; onClose: () => void }) {
  const say = useFieldSay()
  const { draft, set, isNew, field, put, putPiece } = useEquation(editor, onClose)
  return (
    <Dialog
      open
      title={say(isNew ? 'field.equation' : 'field.changeEquation')}
      width={680}
      closable={{ 'aria-label': say('field.close') }}
      onCancel={onClose}
      footer={
        <>
          <Button onClick={onClose}>{say('field.cancel')}</Button>
          <Button type="primary" onClick={() => put()} disabled={safeTex(draft.tex) === null}>
            {say(isNew ? 'field.insert' : 'field.change')}
          </Button>
        </>
      }
    >
      <form className="equation-dialog" onSubmit={put}>
        <label className="desk-field">
          <span>{say('field.eqTyped')}</span>
          <textarea
            ref={field}
            dir="ltr"
            rows={3}
            maxLength={MOST_TEX}
            spellCheck={false}
            value={draft.tex}
            aria-describedby="equation-problem"
            onChange={(event) => set({ tex: event.target.value })}
            onKeyDown={(event) => event.key === 'Enter' && (event.ctrlKey || event.metaKey) && put(event)}
          />
        </label>
        <Result tex={draft.tex} isDisplay={draft.isDisplay} onPlace={(at) => select(field.current, [at, at + 1])} />
        <PlaceChoice {...{ draft, set }} />
        <Palette onPiece={putPiece} />
        <button type="submit" hidden />
      </form>
    </Dialog>
  )
}

interface PlaceProps {
  draft: EquationDraft
  set: (change: Partial<EquationDraft>) => void
}

function PlaceChoice({ draft, set }: PlaceProps) {
  const say = useFieldSay()
  return (
    <div className="equation-place">
      <Segmented
        aria-label={say('field.eqPlace')}
        value={draft.isDisplay ? 'own' : 'line'}
        onChange={(value) => set({ isDisplay: value === 'own' })}
        options={[
          { value: 'line', label: say('field.eqInLine') },
          { value: 'own', label: say('field.eqOwnLine') },
        ]}
      />
      {draft.isDisplay && (
        <label className="desk-check">
          <input
            type="checkbox"
            checked={draft.isNumbered}
            onChange={(event) => set({ isNumbered: event.target.checked })}
          />{' '}
          {say('field.eqNumbered')}
        </label>
      )}
    </div>
  )
}

function select(field: HTMLTextAreaElement | null, [from, to]: readonly [number, number]): void {
  field?.focus()
  field?.setSelectionRange(from, to)
}

function useEquation(editor: Editor, onClose: () => void) {
  const [{ isNew, ...start }] = useState(() => equationNow(editor.state))
  const [draft, setDraft] = useState(start)
  const field = useRef<HTMLTextAreaElement>(null)
  const put = (event?: FormEvent | React.KeyboardEvent): void => {
    event?.preventDefault()
    const tex = safeTex(draft.tex)
    if (tex === null) return
    putEquation({ ...draft, tex })(editor.state, editor.view.dispatch)
    onClose()
  }
  const set = (change: Partial<EquationDraft>): void => setDraft((before) => ({ ...before, ...change }))
  const putPiece = (piece: string): void => {
    const { selectionStart: from = 0, selectionEnd: to = 0 } = field.current ?? {}
    const made = withPiece(draft.tex, [from, to], piece)
    set({ tex: made.tex })
    requestAnimationFrame(() => select(field.current, made.selection))
  }
  return { draft, set, isNew, field, put, putPiece }
}

/** What the formula becomes, or why it can't be set, and where. */
function Result({ tex, isDisplay, onPlace }: { tex: string; isDisplay: boolean; onPlace: (at: number) => void }) {
  const say = useFieldSay()
  const [, again] = useReducer((count: number) => count + 1, 0)
  const made = tex.trim() === '' ? null : shown(tex, isDisplay, again)
  const last = useRef('')
  if (made && 'mathml' in made) last.current = made.mathml
  useEffect(() => {
    if (tex.trim() === '') last.current = ''
  }, [tex])
  const problem = made && 'problem' in made ? made.problem : null
  return (
    <>
      <div
        className={problem ? 'equation-result is-old' : 'equation-result'}
        role="img"
        aria-label={say('field.eqResult')}
        // MathML of our own setter: nothing of an author's stands in it but text.
        dangerouslySetInnerHTML={{ __html: tex.trim() === '' ? '' : last.current }}
      />
      <p id="equation-problem" className="field-problem" role="status">
        {problem && (
          <>
            {say('field.eqProblem', { position: problem.position + 1 })} <bdi lang="en">{problem.message}</bdi>{' '}
            <button type="button" className="link-button" onClick={() => onPlace(problem.position)}>
              {say('field.eqShow')}
            </button>
          </>
        )}
      </p>
    </>
  )
}

function Palette({ onPiece }: { onPiece: (piece: string) => void }) {
  const say = useFieldSay()
  const [open, setOpen] = useState(0)
  const [, again] = useReducer((count: number) => count + 1, 0)
  const { name, pieces } = PALETTE[open]!
  return (
    <div className="equation-palette">
      <div className="equation-groups" role="group" aria-label={say('field.eqPieces')}>
        {PALETTE.map((group, at) => (
          <button
            key={group.name}
            type="button"
            className={at === open ? 'plain-button is-on' : 'plain-button'}
            aria-pressed={at === open}
            onClick={() => setOpen(at)}
          >
            {say(group.name)}
          </button>
        ))}
      </div>
      <div className="equation-pieces" role="group" aria-label={say(name)} dir="ltr">
        {pieces.map((piece) => {
          const made = shown(piece, false, again)
          return (
            <button
              key={piece}
              type="button"
              className="desk-button"
              title={piece.replaceAll('□', '…')}
              aria-label={piece.replaceAll('□', '…')}
              onMouseDown={(event) => event.preventDefault()}
              onClick={() => onPiece(piece)}
              dangerouslySetInnerHTML={{ __html: made && 'mathml' in made ? made.mathml : '' }}
            />
          )
        })}
      </div>
    </div>
  )
}
