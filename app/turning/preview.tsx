import type { Fragment, Node } from 'prosemirror-model'
import { useMemo } from 'react'
import { countWords } from '../../core/document/statistics.ts'
import { type Material, reshape } from '../../core/structure/reshape/reshape.ts'
import { titleWords } from '../../core/structure/split-page.ts'
import { DrawnBlocks } from '../preview/drawn-blocks.tsx'
import type { Target } from './targets.ts'
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
    <section className="dialog-look" aria-label="How it will look" tabIndex={0}>
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

function Drawn({ page, material, shape, level, language }: Omit<Props, 'target' | 'isPossible'> & { shape: Shape }) {
  const made = useMemo(() => madeOf(page, material, shape, level), [page, material, shape, level])
  return made && <DrawnBlocks blocks={made} language={language} />
}

/** What a change makes of something. */
function madeOf(page: Node, material: Material, shape: Shape, level: number | undefined): Fragment | null {
  const transform = reshape(page, material, shape, level)
  if (!transform) return null
  const { doc, mapping } = transform
  const $from = doc.resolve(material.from)
  const end = mapping.map(material.to, 1)
  return $from.parent.content.cut($from.parentOffset, $from.parentOffset + end - material.from)
}
