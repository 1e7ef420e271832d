import type { Editor } from '@tiptap/core'
import { Input, Radio } from 'antd'
import { useEffect, useRef, useState } from 'react'
import {
  canHaveTone,
  findSymbols,
  isUnseen,
  type NamedSymbol,
  type Tone,
  TONES,
  USUAL,
  withTone,
} from '../../../core/symbols/symbols.ts'
import { Dialog } from '../../shell/dialog.tsx'
import { type FieldMessage, useFieldSay } from '../field-say.ts'
import { lastUsed, rememberSign, rememberTone, toneUsed } from './last-used.ts'
import { symbolsIn } from './names.ts'
import './symbols.css'

const LIST = 'symbol-list'
const optionId = (at: number): string => `symbol-${at}`
/** So many are shown; who types on sees others. */
const MOST = 48

/** Signs that no key types, found by their name in the language of the page. */
export function SymbolDialog({ editor, onClose }: { editor: Editor; onClose: () => void }) {
  const say = useFieldSay()
  const { typed, type, found, chosen, choose, state } = useSymbols(editor)
  const [tone, setTone] = useState<Tone>(toneUsed)
  const put = (symbol: NamedSymbol | undefined): void => {
    if (!symbol) return
    const sign = withTone(symbol.sign, tone)
    rememberSign(symbol.sign)
    onClose()
    editor.view.dispatch(editor.state.tr.insertText(sign).scrollIntoView())
    editor.view.focus()
  }
  const tones = found.some(({ sign }) => canHaveTone(sign))
  const chooseTone = (next: Tone): void => {
    rememberTone(next)
    setTone(next)
  }
  return (
    <Dialog
      open
      title={say('field.symbol')}
      width={560}
      footer={null}
      onCancel={onClose}
      closable={{ 'aria-label': say('field.close') }}
    >
      <NameField {...{ typed, type, found, chosen, choose }} onPick={() => put(found[chosen])} />
      <Signs {...{ found, chosen, tone }} onPick={put} />
      {tones && <ToneChoice tone={tone} onTone={chooseTone} />}
      <p className="soft small" role="status">
        {typed.trim() !== '' && found.length === 0 ? say(NOT_FOUND[state], { words: typed.trim() }) : ''}
      </p>
    </Dialog>
  )
}

const NOT_FOUND = { loading: 'field.symbolsComing', here: 'field.noSymbol', gone: 'field.noSymbols' } as const

interface NameFieldProps {
  typed: string
  type: (words: string) => void
  found: readonly NamedSymbol[]
  chosen: number
  choose: (at: number) => void
  onPick: () => void
}

/** Where the name is typed; arrows choose in the list below it. */
function NameField({ typed, type, found, chosen, choose, onPick }: NameFieldProps) {
  const say = useFieldSay()
  const isOpen = found.length > 0
  return (
    <Input
      value={typed}
      dir="auto"
      autoFocus
      data-begin
      role="combobox"
      aria-label={say('field.symbolName')}
      aria-expanded={isOpen}
      aria-controls={isOpen ? LIST : undefined}
      aria-activedescendant={isOpen ? optionId(chosen) : undefined}
      autoComplete="off"
      placeholder={say('field.symbolHint')}
      onChange={({ target }) => type(target.value)}
      onKeyDown={(event) => {
        if (event.nativeEvent.isComposing) return
        if (event.key === 'Enter') return onPick()
        const by = { ArrowDown: 1, ArrowUp: -1 }[event.key]
        if (by === undefined || !isOpen) return
        event.preventDefault()
        choose((chosen + by + found.length) % found.length)
      }}
    />
  )
}

interface SignsProps {
  found: readonly NamedSymbol[]
  chosen: number
  tone: Tone
  onPick: (symbol: NamedSymbol) => void
}

function Signs({ found, chosen, tone, onPick }: SignsProps) {
  const say = useFieldSay()
  const list = useRef<HTMLDivElement>(null)
  useEffect(() => {
    list.current?.querySelector('[aria-selected="true"]')?.scrollIntoView({ block: 'nearest' })
  }, [chosen, found])
  if (found.length === 0) return null
  return (
    <div className="symbol-list" id={LIST} role="listbox" aria-label={say('field.symbols')} ref={list}>
      {found.map((symbol, at) => (
        <div
          key={symbol.sign}
          id={optionId(at)}
          role="option"
          aria-selected={at === chosen}
          className="symbol-line"
          onMouseDown={(event) => event.preventDefault()}
          onClick={() => onPick(symbol)}
        >
          <span className={isUnseen(symbol.sign) ? 'symbol-sign is-unseen' : 'symbol-sign'} aria-hidden>
            {isUnseen(symbol.sign) ? `a${symbol.sign}b` : withTone(symbol.sign, tone)}
          </span>{' '}
          <span>{symbol.name}</span>
        </div>
      ))}
    </div>
  )
}

const TONE_NAMES: readonly FieldMessage[] = [
  'field.toneNone',
  'field.toneLight',
  'field.toneMediumLight',
  'field.toneMedium',
  'field.toneMediumDark',
  'field.toneDark',
]

function ToneChoice({ tone, onTone }: { tone: Tone; onTone: (tone: Tone) => void }) {
  const say = useFieldSay()
  return (
    <fieldset className="symbol-tones">
      <legend>{say('field.tone')}</legend>
      <Radio.Group
        value={tone}
        onChange={({ target }) => onTone(target.value as Tone)}
        options={TONES.map((value, at) => ({ value, label: say(TONE_NAMES[at]!) }))}
      />
    </fieldset>
  )
}

/** What is typed, and the signs that are called so. */
function useSymbols({ view }: Editor) {
  const [all, setAll] = useState<readonly NamedSymbol[]>([])
  const [state, setState] = useState<'loading' | 'here' | 'gone'>('loading')
  const [typed, setTyped] = useState('')
  const [chosen, choose] = useState(0)
  useEffect(() => {
    let isOver = false
    symbolsIn(view.dom.closest<HTMLElement>('[lang]')?.lang ?? 'en').then(
      (list) => {
        if (isOver) return
        setAll(list)
        setState('here')
      },
      () => setState('gone'),
    )
    return () => {
      isOver = true
    }
  }, [view])
  const bySign = new Map(all.map((symbol) => [symbol.sign, symbol]))
  const offered = [...new Set([...lastUsed(), ...USUAL])].flatMap((sign) => bySign.get(sign) ?? [])
  return {
    ...{ typed, chosen, choose, state },
    found: typed.trim() === '' ? offered.slice(0, MOST) : findSymbols(all, typed, MOST),
    type: (words: string): void => {
      setTyped(words)
      choose(0)
    },
  }
}
