import { beneathTitle } from '../../core/structure/reshape/sections.ts'
import { PARTS_PIECES } from '../../core/structure/headings.ts'
import type { Material } from '../../core/structure/reshape/reshape.ts'
import type { Target } from './targets.ts'

const TITLED: readonly Target[] = [...PARTS_PIECES, 'pages', 'book']

/** What an author should know of a change before making it, as sentences. */
export function changeWords({ content }: Material, target: Target): string {
  if (!content) return 'One Ctrl+Z takes it back.'
  const { sections, before } = content
  const bare = sections.filter(({ title }) => title.length === 0).length
  const beneath = sections.filter(
    ({ title: [first, ...more] }) => first && beneathTitle([first, ...more], first.type.schema).length > 0,
  ).length
  const isTitled = TITLED.includes(target)
  return [
    sections.length === 1 ? '1 part.' : `${sections.length} parts.`,
    ...(isTitled && bare > 0 ? [`${bare} ${bare === 1 ? 'has' : 'have'} no title yet.`] : []),
    ...(isTitled && beneath > 0
      ? [
          `Links, equations and notes of ${beneath === 1 ? 'one title stand' : `${beneath} titles stand`} beneath ${beneath === 1 ? 'it' : 'them'}.`,
        ]
      : []),
    ...(before.length > 0 && target !== 'table' ? ['Caption and heads stand above.'] : []),
    'All words, links and pictures stay.',
  ].join(' ')
}
