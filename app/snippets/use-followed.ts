import type { Editor } from '@tiptap/core'
import type { Transaction } from '@tiptap/pm/state'
import { type RefObject, useEffect, useRef } from 'react'

/** A place of the page that stays with what stands there while others write above it. */
export function useFollowed(editor: Editor, position: number | null): RefObject<number | null> {
  const followed = useRef(position)
  useEffect(() => {
    const follow = ({ transaction }: { transaction: Transaction }): void => {
      if (followed.current !== null) followed.current = transaction.mapping.map(followed.current)
    }
    editor.on('transaction', follow)
    return () => void editor.off('transaction', follow)
  }, [editor])
  return followed
}
