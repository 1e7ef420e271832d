import type { Editor } from '@tiptap/core'
import { useEditorState } from '@tiptap/react'
import { Contrast } from 'lucide-react'
import { contrast, inkOn } from '../../../core/tree/colours.ts'
import { ChoiceSetting } from '../choice-setting.tsx'
import { ColourChoice, type NamedColour } from '../../editor/colour-choice.tsx'

export const GROUNDS: readonly NamedColour[] = [
  ['Sandstone', '#efe6d3'],
  ['Lichen', '#e4ebdb'],
  ['Slate', '#e0e6ec'],
  ['Clay', '#f5dfda'],
  ['Paper', '#fffdf8'],
  ['Night', '#23302f'],
]

/** Ground, edge and space of a box, and how its text reads on its ground. */
export function BoxSettings({ editor, position }: { editor: Editor; position: number }) {
  const attrs = useEditorState({
    editor,
    selector: ({ editor: { state } }) =>
      state.doc.nodeAt(position)?.attrs as { ground: string; edge: string; space: string } | undefined,
    equalityFn: (a, b) => JSON.stringify(a) === JSON.stringify(b),
  })
  if (!attrs?.ground) return null
  const set = (name: string, value: string): void => {
    if (editor.state.doc.nodeAt(position)?.attrs[name] !== value)
      editor.view.dispatch(editor.state.tr.setNodeAttribute(position, name, value))
  }
  return (
    <>
      <h3 id="box-ground">Background</h3>
      <ColourChoice
        label="Background"
        labelledBy="box-ground"
        value={attrs.ground}
        colours={GROUNDS}
        onChange={(colour) => colour && set('ground', colour)}
      />
      <GroundContrast ground={attrs.ground} />
      <ChoiceSetting
        label="Edge"
        value={attrs.edge}
        onChange={(value) => set('edge', value)}
        options={[
          ['none', 'None'],
          ['start', 'Start'],
          ['around', 'Around'],
        ]}
      />
      <ChoiceSetting
        label="Space inside"
        value={attrs.space}
        onChange={(value) => set('space', value)}
        options={[
          ['tight', 'Tight'],
          ['normal', 'Normal'],
          ['wide', 'Wide'],
        ]}
      />
    </>
  )
}

/** How text reads on the ground. */
export function GroundContrast({ ground }: { ground: string }) {
  const ratio = contrast(inkOn(ground), ground)
  return (
    <p className="contrast-line" role="status">
      <Contrast size={15} aria-hidden />
      <span>
        Text on background <b>{ratio.toFixed(1)} : 1</b>.{' '}
        {ratio >= 7 ? 'Readable for all sizes' : ratio >= 4.5 ? 'Readable' : 'Too weak for body text'} (4.5 needed).
      </span>
    </p>
  )
}
