import { useState } from 'react'
import { type BorderLine, type Borders, MOST_BORDER, type Side, SIDES } from '../../../core/kinds/borders.ts'
import type { BoxAttributes } from '../../../core/kinds/box/kind.ts'
import { ColourChoice } from '../../editor/colour-choice.tsx'
import { LINE_COLOURS } from '../../editor/line-colours.ts'
import { ChoiceSetting } from '../choice-setting.tsx'
import { NumberSetting } from '../number-setting.tsx'

type Edge = Pick<BoxAttributes, 'edge' | 'borders'>

const NO_LINES: Borders = { top: null, end: null, bottom: null, start: null }
const THIN: BorderLine = { line: 'solid', thickness: 2, colour: '#8a836e' }
const onEverySide = (line: BorderLine | null): Borders => ({ top: line, end: line, bottom: line, start: line })
/** Where an edge of one’s own begins: with what was to be seen before. */
const BEGINS: Readonly<Record<BoxAttributes['edge'], Borders>> = {
  none: onEverySide(THIN),
  around: onEverySide(THIN),
  start: { ...NO_LINES, start: { line: 'solid', thickness: 5, colour: '#8f5414' } },
  own: onEverySide(THIN),
}

/** The edge of a box: one of the usual ones, or lines of its own side by side. */
export function EdgeSetting({ edge, borders, onChange }: Edge & { onChange: (next: Edge) => void }) {
  return (
    <>
      <ChoiceSetting
        label="Edge"
        value={edge}
        onChange={(next) => onChange({ edge: next, borders: next === 'own' ? BEGINS[edge] : null })}
        options={[
          ['none', 'None'],
          ['start', 'Start'],
          ['around', 'Around'],
          ['own', 'My own'],
        ]}
      />
      {edge === 'own' && (
        <SideSettings borders={borders ?? NO_LINES} onChange={(next) => onChange({ edge, borders: next })} />
      )}
    </>
  )
}

const LINES = [
  ['none', 'None'],
  ['solid', 'Solid'],
  ['dashed', 'Dashed'],
  ['dotted', 'Dotted'],
  ['double', 'Double'],
] as const
const SIDE_NAMES: Readonly<Record<Side, string>> = { top: 'Top', end: 'End', bottom: 'Bottom', start: 'Start' }

/** All sides at once where they are alike; otherwise the first that has a line, so that no other gets one unasked. */
function firstAsked(borders: Borders): Side | 'all' {
  const lines = new Set(SIDES.map((each) => JSON.stringify(borders[each])))
  return lines.size === 1 ? 'all' : (SIDES.find((each) => borders[each] !== null) ?? 'all')
}

/** Each side’s line, or that of all sides at once. */
function SideSettings({ borders, onChange }: { borders: Borders; onChange: (next: Borders) => void }) {
  const [side, setSide] = useState<Side | 'all'>(() => firstAsked(borders))
  // Of all at once the first that has a line stands for the others.
  const line =
    side === 'all' ? (SIDES.map((each) => borders[each]).find((each) => each !== null) ?? null) : borders[side]
  const set = (next: BorderLine | null): void =>
    onChange(side === 'all' ? onEverySide(next) : { ...borders, [side]: next })
  const begun = line ?? THIN
  return (
    <>
      <ChoiceSetting
        label="Which side"
        value={side}
        onChange={setSide}
        options={[['all', 'All'], ...SIDES.map((each) => [each, SIDE_NAMES[each]] as const)]}
      />
      <ChoiceSetting
        label={side === 'all' ? 'Line' : `Line, ${SIDE_NAMES[side].toLowerCase()}`}
        value={line?.line ?? 'none'}
        onChange={(kind) => set(kind === 'none' ? null : { ...begun, line: kind })}
        options={LINES}
      />
      {line && (
        <>
          <NumberSetting
            label="Thickness in pixels"
            value={line.thickness}
            least={1}
            most={MOST_BORDER}
            onKeep={(thickness) => set({ ...line, thickness })}
          />
          <h3 id="box-line">Colour of the line</h3>
          <ColourChoice
            label="Colour of the line"
            labelledBy="box-line"
            value={line.colour}
            colours={LINE_COLOURS}
            none="Same as the words"
            onChange={(colour) => set({ ...line, colour })}
          />
        </>
      )}
    </>
  )
}
