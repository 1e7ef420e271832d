import { LEAST_WIDTH } from '../../core/kinds/margins.ts'
import { ChoiceSetting } from './choice-setting.tsx'
import { NumberSetting } from './number-setting.tsx'

interface Props {
  widthPercent: number
  /** Where it stands; without it, it can’t be chosen. */
  align?: 'start' | 'centre' | 'end'
  set: (name: 'widthPercent' | 'align', value: unknown) => void
}

/** How wide a piece is, and where it stands if it leaves room beside it. */
export function WidthSetting({ widthPercent, align, set }: Props) {
  return (
    <>
      <NumberSetting
        label="Width in percent of its column"
        value={widthPercent}
        least={LEAST_WIDTH}
        most={100}
        onKeep={(value) => set('widthPercent', value)}
      />
      {align && widthPercent < 100 && (
        <ChoiceSetting
          label="Where it stands"
          value={align}
          onChange={(value) => set('align', value)}
          options={[
            ['start', 'Start'],
            ['centre', 'Centre'],
            ['end', 'End'],
          ]}
        />
      )}
    </>
  )
}
