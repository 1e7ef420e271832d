import { Contrast } from 'lucide-react'
import { type BoxAttributes, MOST_PADDING, MOST_RADIUS } from '../../../core/kinds/box/kind.ts'
import { contrast, inkOn } from '../../../core/tree/colours.ts'
import { ColourChoice, type NamedColour } from '../../editor/colour-choice.tsx'
import { ChoiceSetting } from '../choice-setting.tsx'
import { NumberSetting } from '../number-setting.tsx'
import type { SettingsProps } from '../piece.ts'
import { useAttributes } from '../use-attributes.ts'
import { WidthSetting } from '../width-setting.tsx'
import { EdgeSetting } from './edge-setting.tsx'

export const GROUNDS: readonly NamedColour[] = [
  ['Sandstone', '#efe6d3'],
  ['Lichen', '#e4ebdb'],
  ['Slate', '#e0e6ec'],
  ['Clay', '#f5dfda'],
  ['Paper', '#fffdf8'],
  ['Night', '#23302f'],
]

/** Colours of words that read on light grounds. */
const INKS: readonly NamedColour[] = [
  ['Ink', '#23302f'],
  ['Brick', '#7a1f14'],
  ['Slate', '#2f4a6d'],
  ['Lichen', '#3c5a2e'],
  ['White', '#ffffff'],
]

/** Colours, edge, corners, space and place of a box, and how its text reads on its ground. */
export function BoxSettings({ editor, position }: SettingsProps) {
  const [attrs, set, setAll] = useAttributes(editor, position)
  const box = attrs as BoxAttributes
  if (!box.ground) return null
  return (
    <>
      <h3 id="box-ground">Background</h3>
      <ColourChoice
        label="Background"
        labelledBy="box-ground"
        value={box.ground}
        colours={GROUNDS}
        onChange={(colour) => colour && set('ground', colour)}
      />
      <h3 id="box-text">Text colour</h3>
      <ColourChoice
        label="Text colour"
        labelledBy="box-text"
        value={box.text}
        colours={INKS}
        none="Whichever reads on the background"
        onChange={(colour) => set('text', colour)}
      />
      <GroundContrast ground={box.ground} text={box.text} />
      <EdgeSetting edge={box.edge} borders={box.borders} onChange={setAll} />
      <Shape {...{ box, set, setAll }} />
    </>
  )
}

interface ShapeProps {
  box: BoxAttributes
  set: (name: string, value: unknown) => void
  setAll: (changes: Readonly<Record<string, unknown>>) => void
}

/** Steps of space inside, as the style of pages has them, in CSS pixels. */
const STEPS = { tight: 6, normal: 14, wide: 26 } as const
const SPACES = [
  ['tight', 'Tight'],
  ['normal', 'Normal'],
  ['wide', 'Wide'],
  ['own', 'My own'],
] as const

/** Corners, space inside, width, and where it stands. */
function Shape({ box, set, setAll }: ShapeProps) {
  return (
    <>
      <NumberSetting
        label="Round corners in pixels"
        value={box.radius}
        least={0}
        most={MOST_RADIUS}
        onKeep={(radius) => set('radius', radius)}
      />
      <ChoiceSetting
        label="Space inside"
        value={box.padding === null ? box.space : 'own'}
        onChange={(space) => setAll(space === 'own' ? { padding: STEPS[box.space] } : { space, padding: null })}
        options={SPACES}
      />
      {box.padding !== null && (
        <NumberSetting
          label="Space inside, in pixels"
          value={box.padding}
          least={0}
          most={MOST_PADDING}
          onKeep={(padding) => set('padding', padding)}
        />
      )}
      <WidthSetting widthPercent={box.widthPercent} align={box.align} set={set} />
    </>
  )
}

/** How text reads on the ground. */
export function GroundContrast({ ground, text = null }: { ground: string; text?: string | null }) {
  const ratio = contrast(text ?? inkOn(ground), ground)
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
