import { insertPiece } from '../../editor/insert-commands.ts'
import type { Piece } from '../piece.ts'

export const definitionList: Piece = {
  kind: 'definitionList',
  offer: {
    group: 'apart',
    name: 'Definitions',
    help: 'Terms, each with what it means.',
    effort: 'ready',
    command: insertPiece((state) => state.schema.nodes.definitionList!.createAndFill()!),
    outcome: () => 'One term; Enter goes to what it means, an empty line there to the next.',
    Example: () => (
      <span className="eg-definitions">
        <b>Hearting</b>
        <br />
        the small stone inside
      </span>
    ),
  },
}
