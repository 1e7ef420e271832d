import type { Editor } from '@tiptap/core'
import { Button, Segmented } from 'antd'
import { Contrast } from 'lucide-react'
import { type CSSProperties, type ReactNode, useId, useState } from 'react'
import { MOST_DEFINITION } from '../../core/kinds/glossary-term/kind.ts'
import { MOST_LONG_FORM } from '../../core/kinds/abbreviation/kind.ts'
import { cssSize, safeSize, SIZE_STEPS } from '../../core/kinds/text-size/sizes.ts'
import { type FaceName, FACES } from '../../core/kinds/typeface/faces.ts'
import { contrast, inkOn } from '../../core/tree/colours.ts'
import { primaryLanguage, safeLanguage } from '../../core/tree/languages.ts'
import { readableColour } from '../../core/tree/readable-colour.ts'
import { ColourChoice, type NamedColour } from './colour-choice.tsx'
import { Dialog } from '../shell/dialog.tsx'
import { languageNames } from './language-names.ts'
import { applyDraft, type WordsDraft, wordsNow, type WordsNow } from './words-draft.ts'
import './words-dialog.css'

/** Colours of words that read on paper. */
const COLOURS: readonly NamedColour[] = [
  ['Brick', '#9e3b2c'],
  ['Ochre', '#8f5414'],
  ['Lichen', '#4b6b3c'],
  ['Slate', '#46586b'],
  ['Lake', '#2f5f8f'],
  ['Heather', '#74457f'],
]
/** Grounds of words, each light. */
const GROUNDS: readonly NamedColour[] = [
  ['Straw', '#f7e3a1'],
  ['Lichen', '#d5e4c4'],
  ['Slate', '#d3dde6'],
  ['Clay', '#f5d3cb'],
]

/** How some words look, and in which language they are: everything that has more to it than on and off. */
export function WordsDialog({ editor, onClose }: { editor: Editor; onClose: () => void }) {
  const [now] = useState(() => wordsNow(editor))
  return now ? <Words {...{ editor, now, onClose }} /> : <NoWords onClose={onClose} />
}

function NoWords({ onClose }: { onClose: () => void }) {
  return (
    <Dialog open title="Colour, size and language" width={420} onCancel={onClose} footer={null}>
      <p>Select some words first, or put the cursor in a word.</p>
      <Button type="primary" data-begin onClick={onClose}>
        Close
      </Button>
    </Dialog>
  )
}

interface WordsProps {
  editor: Editor
  now: WordsNow
  onClose: () => void
}

function Words({ editor, now, onClose }: WordsProps) {
  const [draft, setDraft] = useState(now.draft)
  const set = (change: Partial<WordsDraft>): void => setDraft((before) => ({ ...before, ...change }))
  const apply = (): void => {
    applyDraft(editor, now.draft, draft)
    onClose()
  }
  return (
    <Dialog
      open
      title="Colour, size and language"
      width={620}
      onCancel={onClose}
      footer={
        <>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="primary" onClick={apply}>
            Apply
          </Button>
        </>
      }
    >
      <form
        className="words-dialog"
        onSubmit={(event) => {
          event.preventDefault()
          apply()
        }}
      >
        <Sample {...{ now, draft }} />
        {!now.refused.has('textColour') && <Looks {...{ now, draft, set }} />}
        <Meanings {...{ now, draft, set }} />
        <button type="submit" hidden />
      </form>
    </Dialog>
  )
}

interface FieldsProps {
  now: WordsNow
  draft: WordsDraft
  set: (change: Partial<WordsDraft>) => void
}

/** The words as they will look, on the ground they stand on. */
function Sample({ now, draft }: Omit<FieldsProps, 'set'>) {
  const own = draft.badge ?? draft.highlight
  const style: CSSProperties = {
    ...(own ? { backgroundColor: own, color: inkOn(own) } : {}),
    ...(draft.textColour ? { color: draft.textColour } : {}),
    ...(draft.textSize ? { fontSize: cssSize(draft.textSize) } : {}),
    ...(draft.typeface ? { fontFamily: FACES[draft.typeface as FaceName].families } : {}),
  }
  return (
    <div className="words-sample" style={{ backgroundColor: now.ground, color: inkOn(now.ground) }}>
      <span
        className={draft.badge ? 'badge' : ''}
        lang={draft.language ?? now.pageLanguage}
        {...(draft.direction ? { dir: draft.direction } : {})}
        style={style}
      >
        {now.words}
      </span>
    </div>
  )
}

function Field({ label, children }: { label: string; children: (id: string) => ReactNode }) {
  const id = useId()
  return (
    <div className="words-field">
      <span id={id} className="words-label">
        {label}
      </span>
      {children(id)}
    </div>
  )
}

function Looks({ now, draft, set }: FieldsProps) {
  const ground = draft.badge ?? draft.highlight ?? now.ground
  return (
    <>
      <Field label="Colour">
        {(id) => (
          <>
            <ColourChoice
              label="Colour"
              labelledBy={id}
              value={draft.textColour}
              colours={COLOURS}
              none="Same as the page"
              onChange={(textColour) => set({ textColour })}
            />
            {draft.textColour && (
              <ContrastLine colour={draft.textColour} ground={ground} onUse={(textColour) => set({ textColour })} />
            )}
          </>
        )}
      </Field>
      <Grounds {...{ now, draft, set }} />
      <Field label="Size">
        {(id) => <SizeChoice id={id} value={draft.textSize} onChange={(textSize) => set({ textSize })} />}
      </Field>
      <Field label="Typeface">
        {(id) => (
          <select
            aria-labelledby={id}
            value={draft.typeface ?? ''}
            onChange={(event) => set({ typeface: event.target.value || null })}
          >
            <option value="">Same as the page</option>
            {Object.entries(FACES).map(([face, { name }]) => (
              <option key={face} value={face}>
                {name}
              </option>
            ))}
          </select>
        )}
      </Field>
    </>
  )
}

/** Highlight and badge: one ground, with or without room around the words. */
function Grounds({ draft, set }: FieldsProps) {
  const put = (ground: string | null, isBadge: boolean): void =>
    set({ highlight: isBadge ? null : ground, badge: isBadge ? ground : null })
  const ground = draft.badge ?? draft.highlight
  return (
    <Field label="Background">
      {(id) => (
        <>
          <ColourChoice
            label="Background"
            labelledBy={id}
            value={ground}
            colours={GROUNDS}
            none="None"
            onChange={(next) => put(next, draft.badge !== null)}
          />
          {ground && (
            <Segmented
              className="words-ground"
              aria-label="Style of background"
              value={draft.badge ? 'badge' : 'highlight'}
              onChange={(kind) => put(ground, kind === 'badge')}
              options={[
                { value: 'highlight', label: 'Highlight' },
                { value: 'badge', label: 'Badge' },
              ]}
            />
          )}
        </>
      )}
    </Field>
  )
}

const SIZE_NAMES: Readonly<Record<string, string>> = {
  small: 'Small',
  large: 'Large',
  'x-large': 'Very large',
  'xx-large': 'Huge',
}

function SizeChoice({
  id,
  value,
  onChange,
}: {
  id: string
  value: string | null
  onChange: (size: string | null) => void
}) {
  const isPoints = value !== null && !(value in SIZE_STEPS)
  return (
    <span className="words-size">
      <select
        aria-labelledby={id}
        value={isPoints ? 'points' : (value ?? '')}
        onChange={(event) => onChange(event.target.value === 'points' ? '14pt' : event.target.value || null)}
      >
        <option value="">Same as the page</option>
        {Object.keys(SIZE_STEPS).map((step) => (
          <option key={step} value={step}>
            {SIZE_NAMES[step]}
          </option>
        ))}
        <option value="points">In points…</option>
      </select>
      {isPoints && (
        <input
          type="number"
          aria-label="Size in points"
          min={6}
          max={96}
          step={0.5}
          defaultValue={parseFloat(value)}
          onChange={(event) => {
            const size = safeSize(`${event.target.value}pt`)
            if (size) onChange(size)
          }}
        />
      )}
    </span>
  )
}

/** How the words read on their ground, and the nearest colour that passes where they don't. */
function ContrastLine({ colour, ground, onUse }: { colour: string; ground: string; onUse: (colour: string) => void }) {
  const ratio = contrast(colour, ground)
  const better = ratio < 4.5 ? readableColour(colour, ground) : null
  return (
    <p className={ratio < 4.5 ? 'contrast-line is-weak' : 'contrast-line'} role="status">
      <Contrast size={15} aria-hidden />
      <span>
        <b>{ratio.toFixed(1)} : 1</b> on its background; 4.5 needed.{' '}
        {better && (
          <button type="button" className="link-button" onClick={() => onUse(better)}>
            Use {better}, the nearest that passes
          </button>
        )}
      </span>
    </p>
  )
}

function Meanings({ now, draft, set }: FieldsProps) {
  return (
    <>
      <LanguageField {...{ now, draft, set }} />
      <Field label="Direction">
        {(id) => (
          <select
            aria-labelledby={id}
            value={draft.direction ?? ''}
            onChange={(event) => set({ direction: event.target.value || null })}
          >
            <option value="">Same as the text around it</option>
            <option value="ltr">Left to right</option>
            <option value="rtl">Right to left</option>
            <option value="auto">Automatic, by its letters</option>
          </select>
        )}
      </Field>
      <Field label="What the abbreviation stands for">
        {(id) => (
          <input
            className="words-long"
            aria-labelledby={id}
            maxLength={MOST_LONG_FORM}
            value={draft.abbreviation ?? ''}
            onChange={(event) => set({ abbreviation: event.target.value || null })}
          />
        )}
      </Field>
      <Field label="Definition, for the glossary">
        {(id) => (
          <textarea
            className="words-definition"
            aria-labelledby={id}
            rows={2}
            maxLength={MOST_DEFINITION}
            value={draft.glossaryTerm ?? ''}
            onChange={(event) => set({ glossaryTerm: event.target.value || null })}
          />
        )}
      </Field>
    </>
  )
}

function LanguageField({ now, draft, set }: FieldsProps) {
  const isPagesOwn = (tag: string): boolean => primaryLanguage(tag) === primaryLanguage(now.pageLanguage)
  const names = languageNames([draft.language, now.pageLanguage])
  const ownName = names.find(([tag]) => isPagesOwn(tag))?.[1] ?? now.pageLanguage
  return (
    <Field label="Language">
      {(id) => (
        <select
          aria-labelledby={id}
          value={draft.language ?? ''}
          onChange={(event) => set({ language: safeLanguage(event.target.value) })}
        >
          <option value="">Same as the page ({ownName})</option>
          {names
            .filter(([tag]) => !isPagesOwn(tag))
            .map(([tag, name]) => (
              <option key={tag} value={tag}>
                {name}
              </option>
            ))}
        </select>
      )}
    </Field>
  )
}
