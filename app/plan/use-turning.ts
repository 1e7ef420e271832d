import { useState } from 'react'
import type { PlanRow } from '../../server/plan/queries.server.ts'
import { announce } from '../shell/announce.ts'
import { TARGETS } from '../turning/targets.ts'
import type { PlanOutcome } from './ask-plan.ts'
import type { PlanRequest } from './plan-requests.ts'
import type { RowFocus } from './use-row-focus.ts'

type TurnRequest = Extract<PlanRequest, { intent: 'turn' }>

interface Turned {
  readonly id: string
  readonly words: string
  readonly back: PlanRequest
}

/** What was turned into something else last, and the way back. */
export function useTurning(plan: readonly PlanRow[], focus: RowFocus, send: (request: PlanRequest) => Promise<void>) {
  const [turned, setTurned] = useState<Turned | null>(null)
  const forget = (): void => setTurned(null)
  const undo = ({ id, back }: Turned): void => {
    forget()
    focus.want(id)
    announce('Taken back.')
    void send(back)
  }
  return {
    /** Null when nothing was, or it was put away. */
    last: turned && { words: turned.words, name: 'Undo', undo: () => undo(turned), forget },
    forget,
    done: ({ id, into }: TurnRequest, outcome: PlanOutcome): void => {
      const title = plan.find((row) => row.id === id)?.title
      const back = wayBack(id, outcome)
      if (back) setTurned({ id, back, words: turnedWords(title, into, outcome) })
      focus.want(outcome.ids?.[0] ?? id)
    },
  }
}

/** What takes it back: what was made is deleted again, what was changed is changed back. */
function wayBack(id: string, { ids = [], turned }: PlanOutcome): PlanRequest | null {
  if (turned) return { intent: 'turn back', id, ...turned }
  return ids.length > 0 ? { intent: 'delete', ids } : null
}

function turnedWords(title: string | undefined, into: TurnRequest['into'], { notes }: PlanOutcome): string {
  if (notes && notes.length > 0) return notes.join(' ')
  return `“${title ?? ''}”: its headings are ${into === 'headings' ? 'of another level' : TARGETS[into].inWords} now.`
}
