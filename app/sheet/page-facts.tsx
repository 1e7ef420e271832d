import type { Editor } from '@tiptap/core'
import { useEffect, useState } from 'react'
import { createPortal } from 'react-dom'
import { factsPlace } from '../editor/facts-place.ts'
import { type Statistics, statistics } from '../../core/document/statistics.ts'

/** What the text on the sheet is, its words and minutes, counted when the typing pauses. */
export function PageFacts({ editor, name }: { editor: Editor; name: string }) {
  const [facts, setFacts] = useState<Statistics>(() => statistics(editor.state.doc))
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined
    const count = ({ transaction }: { transaction: { docChanged: boolean } }): void => {
      if (!transaction.docChanged) return
      clearTimeout(timer)
      timer = setTimeout(() => setFacts(statistics(editor.state.doc)), 400)
    }
    editor.on('transaction', count)
    return () => {
      clearTimeout(timer)
      editor.off('transaction', count)
    }
  }, [editor])
  const words = `${name} · ${facts.words.toLocaleString('en')} ${facts.words === 1 ? 'word' : 'words'} · ${facts.minutes} min · ${facts.characters.toLocaleString('en')} characters`
  return createPortal(words, factsPlace(editor.state))
}
