import { insertRule } from '../../editor/commands.ts'
import type { Piece } from '../piece.ts'

export const rule: Piece = {
  kind: 'rule',
  offer: {
    group: 'apart',
    name: 'Rule',
    help: 'A line between two topics.',
    effort: 'ready',
    command: insertRule,
    Example: () => (
      <span className="eg-rule">
        <i />
        <hr />
        <i className="is-short" />
      </span>
    ),
  },
}
