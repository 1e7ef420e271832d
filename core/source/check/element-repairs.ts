import type { SourceRepair, TextEdit } from './diagnostic.ts'
import type { Written } from './written.ts'

/** Takes the tags of an element off, and leaves what it holds. */
export const tagsOff = ({ tag, end }: Written, label = `Take “${tag.name}” off its words`): SourceRepair => ({
  label,
  edits: [tag, ...(end ? [end] : [])].map(({ from, to }) => ({ from, to, insert: '' })),
})

/** Puts an element into another. */
export const wrapped = (label: string, { tag, to }: Written, name: string): SourceRepair => ({
  label,
  edits: [
    { from: tag.from, to: tag.from, insert: `<${name}>` },
    { from: to, to, insert: `</${name}>` },
  ],
})

/** The edits that give an element another name. */
export const renamed = ({ tag, end }: Written, name: string): TextEdit[] => [
  { from: tag.from + 1, to: tag.from + 1 + tag.name.length, insert: name },
  ...(end ? [{ from: end.from, to: end.to, insert: `</${name}>` }] : []),
]
