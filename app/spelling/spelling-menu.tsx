import type { Editor } from '@tiptap/core'
import type { MenuProps } from 'antd'
import { useEffect, useRef, useState } from 'react'
import { asSaid, type Word } from '../../core/spelling/words.ts'
import { announce } from '../shell/announce.ts'
import { Menu } from '../shell/menu.tsx'
import type { Spelling } from './use-spelling.ts'

/** What may be meant by a marked word, and what else can be done with it: a menu at the word. */
export function SpellingMenu({ editor, spelling }: { editor: Editor; spelling: Spelling }) {
  const { asked } = spelling
  return asked && <AskedMenu key={`${asked.from} ${asked.text}`} word={asked} {...{ editor, spelling }} />
}

function AskedMenu({ editor, spelling, word }: { editor: Editor; spelling: Spelling; word: Word }) {
  const opener = useRef<HTMLButtonElement>(null)
  const suggestions = useSuggestions(spelling, word)
  useEffect(() => {
    if (suggestions) opener.current?.click()
  }, [suggestions])
  useStillPointer()
  const { left, bottom } = editor.view.coordsAtPos(word.from)
  return (
    <Menu
      menu={{ items: itemsFor(word, suggestions ?? []), onClick: ({ key }) => act(editor, spelling, word, key) }}
      backTo={() => editor.view.dom}
      rootClassName={POPUP}
      onClosed={() => spelling.ask(null)}
    >
      <button
        ref={opener}
        type="button"
        className="menu-place"
        tabIndex={-1}
        aria-label={`Suggestions for “${word.text}”`}
        style={{ insetBlockStart: bottom, left }}
      />
    </Menu>
  )
}

const POPUP = 'spelling-menu'

/**
 * A menu that opens by key under a pointer at rest must not take the line there for pointed at: Enter means the first.
 * So until the pointer moves, nothing hears that it is over the menu.
 */
function useStillPointer(): void {
  useEffect(() => {
    let isStill = true
    const moved = ({ movementX, movementY }: PointerEvent): void => {
      if (movementX !== 0 || movementY !== 0) isStill = false
    }
    const isInMenu = (target: EventTarget | null): boolean =>
      target instanceof Element && target.closest(`.${POPUP}`) !== null
    const over = (event: MouseEvent): void => {
      if (isStill && (isInMenu(event.target) || isInMenu(event.relatedTarget))) event.stopImmediatePropagation()
    }
    window.addEventListener('pointermove', moved)
    window.addEventListener('mouseover', over, true)
    window.addEventListener('mouseout', over, true)
    return () => {
      window.removeEventListener('pointermove', moved)
      window.removeEventListener('mouseover', over, true)
      window.removeEventListener('mouseout', over, true)
    }
  }, [])
}

/** The suggestions once they are there; null until then. */
function useSuggestions({ words }: Spelling, word: Word): readonly string[] | null {
  const [found, setFound] = useState<readonly string[] | null>(null)
  useEffect(() => {
    let isGone = false
    void words.suggestionsFor(word).then((list) => {
      if (!isGone) setFound(list)
    })
    return () => {
      isGone = true
    }
  }, [words, word])
  return found
}

const TAKE = 'take '

function itemsFor(word: Word, suggestions: readonly string[]): NonNullable<MenuProps['items']> {
  return [
    ...suggestions.map((text) => ({ key: TAKE + text, label: <bdi lang={word.language}>{text}</bdi> })),
    ...(suggestions.length === 0 ? [{ key: 'none', label: 'No suggestions', disabled: true }] : []),
    { type: 'divider' },
    { key: 'ignore', label: `Ignore “${word.text}” on this page` },
    { key: 'mine', label: 'Add to my words' },
    { key: 'course', label: 'Add to the words of this course' },
  ]
}

function act(editor: Editor, spelling: Spelling, word: Word, key: string): void {
  if (key.startsWith(TAKE)) putRight(editor, word, key.slice(TAKE.length))
  else if (key === 'ignore') spelling.ignore(word.text)
  else if (key === 'mine' || key === 'course') spelling.add(key, word.text)
}

/** Puts another word in the place of a marked one, if that still stands there. */
export function putRight({ state, view }: Editor, { text, from, to }: Word, instead: string): void {
  const stands = to <= state.doc.content.size ? state.doc.textBetween(from, to) : ''
  if (asSaid(stands) !== text) return announce('The word has changed meanwhile.')
  view.dispatch(state.tr.insertText(instead, from, to).scrollIntoView())
}
