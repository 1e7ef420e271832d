import type { Node } from 'prosemirror-model'
import { useEffect, useRef, useState } from 'react'
import { enliven } from '../../reader/enliven.ts'
import { countWords } from '../../core/document/statistics.ts'
import { type Material, reshape } from '../../core/structure/reshape/reshape.ts'
import { titleWords } from '../../core/structure/split-page.ts'
import type { Target } from './targets.ts'
import '../../reader/content.css'
import type { Shape } from '../../core/structure/reshape/shapes.ts'

interface Props {
  page: Node
  material: Material
  target: Target
  level: number | undefined
  language: string
  isPossible: boolean
}

/** How it will look to students; of pages, their names. */
export function Preview({ page, material, target, level, language, isPossible }: Props) {
  const isPages = target === 'pages' || target === 'book'
  return (
    // It scrolls, so it is reached by key.
    <section className="turn-preview" aria-label="How it will look" tabIndex={0}>
      {!isPossible ? (
        <p className="soft">This can’t be done; the reason is below.</p>
      ) : isPages ? (
        <Pages material={material} name={target === 'book' ? 'Chapter' : 'Page'} />
      ) : (
        <Drawn {...{ page, material, level, language }} shape={target as Shape} />
      )}
    </section>
  )
}

function Pages({ material: { content }, name }: { material: Material; name: string }) {
  return (
    <ol className="turn-pages">
      {content?.sections.map(({ title, blocks }, at) => (
        <li key={at}>
          <span className="soft small">
            {name} {at + 1}
          </span>
          <span dir="auto">{titleWords(title)}</span>
          <span className="soft small">{blocks.reduce((sum, block) => sum + countWords(block), 0)} words</span>
        </li>
      ))}
    </ol>
  )
}

/** The piece as the reading room shows it, alive. */
function Drawn({ page, material, shape, level, language }: Omit<Props, 'target' | 'isPossible'> & { shape: Shape }) {
  const holder = useRef<HTMLDivElement>(null)
  const [drawn, setDrawn] = useState<{ html: string; isCut: boolean } | null>(null)
  const [isAway, setAway] = useState(false)
  useEffect(() => {
    let isOld = false
    const transform = reshape(page, material, shape, level)
    if (!transform) return setDrawn(null)
    // What draws is fetched when it is first needed; without it, everything else can be done all the same.
    void import('./draw-preview.ts').then(
      ({ drawPreview }) => !isOld && setDrawn(drawPreview(transform, material, language)),
      () => setAway(true),
    )
    return () => void (isOld = true)
  }, [page, material, shape, level, language])
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
