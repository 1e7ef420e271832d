import type { Fragment } from 'prosemirror-model'
import { useEffect, useRef, useState } from 'react'
import { enliven } from '../../reader/enliven.ts'
import '../../reader/content.css'

interface Props {
  blocks: Fragment
  /** Language of the course, in which its pieces speak. */
  language: string
}

/** Blocks as the reading room shows them, alive. */
export function DrawnBlocks({ blocks, language }: Props) {
  const holder = useRef<HTMLDivElement>(null)
  const [drawn, setDrawn] = useState<{ html: string; isCut: boolean } | null>(null)
  const [isAway, setAway] = useState(false)
  useEffect(() => {
    let isOld = false
    // What draws is fetched when it is first needed; without it, everything else can be done all the same.
    void import('./draw-blocks.ts').then(
      ({ drawBlocks }) => {
        if (isOld) return
        const now = drawBlocks(blocks, language)
        // What looks the same stays, with the focus that may be in it.
        setDrawn((before) => (before?.html === now.html ? before : now))
      },
      () => setAway(true),
    )
    return () => void (isOld = true)
  }, [blocks, language])
  useEffect(() => {
    if (!holder.current || !drawn) return
    holder.current.innerHTML = drawn.html
    enliven(holder.current)
  }, [drawn])
  return (
    <>
      {drawn === null && (
        <p className="soft">
          {isAway ? 'It can’t be shown: the server does not answer. It can be done all the same.' : 'Drawing it…'}
        </p>
      )}
      <div
        ref={holder}
        className="page-content"
        lang={language}
        dir="auto"
        // Links of the page lead away from what is being decided.
        onClickCapture={(event) => (event.target as Element).closest('a') && event.preventDefault()}
      />
      {drawn?.isCut && <p className="soft">Only the beginning is shown here.</p>}
    </>
  )
}
