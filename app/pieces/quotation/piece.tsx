import { MOST_SOURCE } from '../../../core/kinds/quotation/kind.ts'
import { aroundOutcome, newPullQuotation, newQuotation } from '../../editor/insert-commands.ts'
import { ChoiceSetting } from '../choice-setting.tsx'
import type { Piece, SettingsProps } from '../piece.ts'
import { useAttributes } from '../use-attributes.ts'
import { WordsSetting } from '../words-setting.tsx'

function QuotationSettings({ editor, position }: SettingsProps) {
  const [attrs, set] = useAttributes(editor, position)
  return (
    <>
      <WordsSetting
        label="Source"
        value={String(attrs.source)}
        most={MOST_SOURCE}
        placeholder="Who said it, and where"
        onKeep={(source) => set('source', source)}
      />
      <ChoiceSetting
        label="Shown large"
        value={(attrs.pulled ?? 'no') as 'no' | 'across' | 'start' | 'end'}
        onChange={(pulled) => set('pulled', pulled)}
        options={[
          ['no', 'No'],
          ['across', 'Across the text'],
          ['start', 'Start side'],
          ['end', 'End side'],
        ]}
      />
      {attrs.pulled !== 'no' && <p className="soft">Large, to catch the eye: a line that also stands in the text.</p>}
    </>
  )
}

export const quotation: Piece = {
  kind: 'quotation',
  Settings: QuotationSettings,
  offer: {
    group: 'apart',
    name: 'Quotation',
    help: 'Somebody else’s words, and where they are from.',
    finds: ['citation', 'blockquote', 'pull quotation', 'large'],
    effort: 'ready',
    command: newQuotation,
    asTyped: (typed) =>
      /^pull/i.test(typed.trim())
        ? { command: newPullQuotation, outcome: 'Begins with an empty line, which is shown large.' }
        : null,
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
