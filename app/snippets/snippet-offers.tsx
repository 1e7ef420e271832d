import type { Offer } from '../pieces/piece.ts'
import type { OfferedSnippet } from '../../core/snippets/wire.ts'
import { GROUP_NAMES, SNIPPET_GROUPS } from '../../core/snippets/groups.ts'
import { Sketch } from '../templates/sketch.tsx'
import { canPutIn } from './put-in.ts'

const byGroup = (a: OfferedSnippet, b: OfferedSnippet): number =>
  SNIPPET_GROUPS.indexOf(a.purpose) - SNIPPET_GROUPS.indexOf(b.purpose)

/** Snippets as they are offered among the pieces; what each asks is asked in a dialog. */
export const offersOf = (snippets: readonly OfferedSnippet[], open: (id: string) => void): Offer[] =>
  [...snippets].sort(byGroup).map(({ id, name, description, purpose, asks, sketch }) => ({
    id: `snippet-${id}`,
    group: `snippets to ${purpose}`,
    name,
    help: description,
    finds: [GROUP_NAMES[purpose], 'snippet'],
    effort: asks === 0 ? 'ready' : asks === 1 ? 'asks 1 thing' : `asks ${asks} things`,
    asks: true,
    command: (state, dispatch) => {
      if (!canPutIn(state)) return false
      if (dispatch) open(id)
      return true
    },
    outcome: () => 'A snippet: its form opens beside how it will look.',
    Example: () => <Sketch shapes={sketch ?? []} isPart />,
  }))
