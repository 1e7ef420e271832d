import type { Node } from '@tiptap/pm/model'
import { useEditorState } from '@tiptap/react'
import { Ruler } from 'lucide-react'
import { isA } from '../../../core/kinds/facts.ts'
import { insertParts, newCompared, partsOutcome } from '../../editor/insert-commands.ts'
import { partsSettings } from '../parts-settings.tsx'
import type { Piece, SettingsProps } from '../piece.ts'
import { useAttributes } from '../use-attributes.ts'
import { ChoiceSetting } from '../choice-setting.tsx'

function ShowsSetting({ editor, position }: SettingsProps) {
  const [{ shows }, set] = useAttributes(editor, position)
  const pictures = useEditorState({
    editor,
    selector: ({ editor: { state } }) => picturesIn(state.doc.nodeAt(position)),
    equalityFn: (a, b) => a.join() === b?.join(),
  })
  if (shows === undefined) return null
  const isReady = pictures.length === 2 && pictures.every((count) => count === 1)
  return (
    <>
      <ChoiceSetting
        label="What students see"
        value={shows as string}
        onChange={(value) => set('shows', value)}
        options={[
          ['in-turn', 'One in turn'],
          ['compared', 'Before and after'],
        ]}
      />
      {shows === 'compared' && (
        <p className="desk-advice">
          <Ruler size={15} aria-hidden />{' '}
          <span>
            {isReady
              ? 'The two pictures lie over each other; students move the line between them. They should show the same, from the same place.'
              : 'Before and after needs two slides with one picture in each. Until then, students see one slide in turn.'}
          </span>
        </p>
      )}
    </>
  )
}

/** How many pictures each slide holds. */
function picturesIn(piece: Node | null): number[] {
  return (piece?.children ?? []).map((slide) => {
    let count = 0
    slide.descendants((node) => {
      if (isA(node, 'picture')) count++
      return !node.isTextblock
    })
    return count
  })
}

export const carousel: Piece = {
  kind: 'carousel',
  entry: 'slide',
  Settings: partsSettings('slide', ShowsSetting),
  offer: {
    group: 'fold',
    name: 'Carousel',
    help: 'Pictures or short texts, one after the other.',
    finds: ['slides', 'slideshow', 'gallery', 'pictures', 'swipe', 'before and after', 'compare'],
    effort: 'ready',
    command: insertParts('carousel'),
    outcome: (state) => partsOutcome(state, 'carousel'),
    asTyped: (typed) =>
      /\b(before|after|compare)\b/i.test(typed)
        ? {
            command: newCompared,
            outcome: 'Two slides for a picture each, laid over each other with a line to move between them.',
          }
        : null,
    Example: () => (
      <span className="eg-carousel">
        <span>
          <b>The footing</b>
          <i />
        </span>
        <span>‹ 2 / 5 ›</span>
      </span>
    ),
  },
}
