import { Button } from 'antd'
import { FoldVertical, Hash, Search, UnfoldVertical } from 'lucide-react'

interface Props {
  /** Whether one piece is shown alone. */
  isAlone: boolean
  onFind: () => void
  onGoToLine: () => void
  onFold: (isFolded: boolean) => void
  onAlone: (isAlone: boolean) => void
  onPutInOrder: () => void
}

/** What can be done with the text of the source. */
export function SourceBar({ isAlone, onFind, onGoToLine, onFold, onAlone, onPutInOrder }: Props) {
  const plain = { size: 'small', type: 'text' } as const
  const signs = [
    { name: 'Find in the text (Ctrl+F)', Icon: Search, act: onFind },
    { name: 'Go to a line (Ctrl+Alt+G)', Icon: Hash, act: onGoToLine },
    { name: 'Fold everything', Icon: FoldVertical, act: () => onFold(true) },
    { name: 'Unfold everything', Icon: UnfoldVertical, act: () => onFold(false) },
  ]
  return (
    <div className="source-bar" role="group" aria-label="Source tools">
      <Button {...plain} aria-pressed={isAlone} className={isAlone ? 'is-on' : ''} onClick={() => onAlone(!isAlone)}>
        This piece alone
      </Button>
      {signs.map(({ name, Icon, act }) => (
        <Button
          key={name}
          {...plain}
          icon={<Icon size={15} strokeWidth={1.75} aria-hidden />}
          aria-label={name}
          title={name}
          onClick={act}
        />
      ))}
      <Button {...plain} title="Writes the code neatly, each block on its own line" onClick={onPutInOrder}>
        Put in order
      </Button>
    </div>
  )
}
