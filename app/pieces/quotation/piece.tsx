import { MOST_SOURCE } from '../../../core/kinds/quotation/kind.ts'
import { aroundOutcome, newQuotation } from '../../editor/insert-commands.ts'
import type { Piece, SettingsProps } from '../piece.ts'
import { useAttributes } from '../use-attributes.ts'
import { WordsSetting } from '../words-setting.tsx'

function QuotationSettings({ editor, position }: SettingsProps) {
  const [attrs, set] = useAttributes(editor, position)
  return (
    <WordsSetting
      label="Source"
      value={String(attrs.source)}
      most={MOST_SOURCE}
      placeholder="Who said it, and where"
      onKeep={(source) => set('source', source)}
    />
  )
}

export const quotation: Piece = {
  kind: 'quotation',
  Settings: QuotationSettings,
  offer: {
    group: 'apart',
    name: 'Quotation',
    help: 'Somebody else’s words, and where they are from.',
    finds: ['citation', 'blockquote'],
    effort: 'ready',
    command: newQuotation,
    outcome: (state) => aroundOutcome(state, 'become the quotation.', 'Begins empty.'),
    Example: () => (
      <span className="eg-quotation">
        One on two,
        <br />
        two on one.
      </span>
    ),
  },
}
