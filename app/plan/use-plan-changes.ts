import { useRef, useState } from 'react'
import { branch, stepPlace } from '../../core/plan/tree.ts'
import type { PlanRow } from '../../server/plan/queries.server.ts'
import { announce } from '../shell/announce.ts'
import { titleOrKind } from '../shell/entry-kinds.tsx'
import { useMessages } from '../shell/messages.tsx'
import { askPlan, type PlanOutcome } from './ask-plan.ts'
import type { Question } from './confirmed.tsx'
import type { PlanQueue } from './plan-queue.ts'
import type { PlanRequest } from './plan-requests.ts'
import { useDeletion } from './use-deletion.ts'
import type { RowFocus } from './use-row-focus.ts'
import { useTurning } from './use-turning.ts'

export interface PlanChanges {
  send: (request: PlanRequest) => Promise<void>
  /** Says what a change had to leave out, or how a line was read. */
  tell: (notes: readonly string[]) => void
  step: (id: string, direction: 'up' | 'down') => void
  /** Deletes a row with what is under it; asks before when students' work hangs on it. */
  remove: (row: PlanRow) => Promise<void>
  /** The same for whoever says by themselves what went wrong. */
  ask: (request: PlanRequest) => Promise<PlanOutcome>
  /** What was deleted or turned into something else last; null when nothing was, or it was put away. */
  readonly last: Undoable | null
  /** Takes back what was done last, also what is still on its way. */
  undo: () => void
  /** Asked before something is deleted that others have to do with; null when nothing is asked. */
  readonly question: Question | null
}

/** Something that was done, with the way back. */
export interface Undoable {
  readonly words: string
  /** What going back is called. */
  readonly name: string
  undo: () => void
  forget: () => void
}

/** Everything that changes the plan, with what is said about it and where the focus goes. */
export function usePlanChanges(
  courseId: string,
  plan: readonly PlanRow[],
  shown: readonly PlanRow[],
  queue: PlanQueue,
  focus: RowFocus,
): PlanChanges {
  const message = useMessages()
  const tell = (notes: readonly string[]): void => {
    for (const note of notes) void message.info(note, 8)
  }
  const ask = async (request: PlanRequest): Promise<PlanOutcome> => {
    const isDeletion = request.intent === 'delete'
    if (isDeletion) {
      deletion.begun()
      turning.forget()
    }
    const outcome = await queue.send(request)
    // What was made is told with the way back.
    if (request.intent !== 'turn') tell(outcome.notes ?? [])
    if (isDeletion) deletion.done(request.ids[0] ?? '', outcome)
    if (request.intent === 'turn' && outcome.ok) {
      deletion.forget()
      turning.done(request, outcome)
    }
    return outcome
  }
  const send = async (request: PlanRequest): Promise<void> => {
    const outcome = await ask(request)
    if (!outcome.ok) void message.error(outcome.reason ?? 'That did not work.', 6)
  }
  const deletion = useDeletion(plan, focus, send)
  const turning = useTurning(plan, focus, send)
  const [remove, question] = useRemoval(courseId, { plan, shown }, focus, send)
  return {
    send,
    tell,
    step: stepping(plan, focus, send),
    remove,
    ask,
    last: turning.last ?? deletion.last,
    undo: () => (turning.last ?? deletion).undo(),
    question,
  }
}

/** Moves a row up or down. */
const stepping =
  (plan: readonly PlanRow[], focus: RowFocus, send: PlanChanges['send']): PlanChanges['step'] =>
  (id, direction) => {
    const place = stepPlace(plan, id, direction)
    if (!place) return
    // Where the row goes, the focus goes: the next press finds it.
    focus.want(id)
    announce(movedWords(plan, id, direction))
    void send({ intent: 'move', ids: [id], ...place })
  }

/** Deletes a row; whoever deletes what students read is told before what of their work hangs on it. */
function useRemoval(
  courseId: string,
  { plan, shown }: { readonly plan: readonly PlanRow[]; readonly shown: readonly PlanRow[] },
  focus: RowFocus,
  send: PlanChanges['send'],
) {
  const message = useMessages()
  const [question, setQuestion] = useState<Question | null>(null)
  // What students read may hold their work: whoever deletes it is told before.
  const weighing = useRef(false)
  const confirmed = (title: string, uses: readonly string[]): Promise<boolean> =>
    new Promise((done) => {
      const answer = (isSure: boolean): void => (setQuestion(null), done(isSure))
      setQuestion({ title, uses, answer })
    })
  const remove = async (row: PlanRow): Promise<void> => {
    if (weighing.current) return
    if (branch(plan, row.id).some(({ edition }) => edition !== null)) {
      weighing.current = true
      const { uses = [], ok, reason } = await askPlan(courseId, { intent: 'weigh', ids: [row.id] })
      const isSure = ok && (uses.length === 0 || (await confirmed(titleOrKind(row), uses)))
      weighing.current = false
      if (!ok) return void message.error(reason ?? 'That did not work.', 6)
      if (!isSure) return focus.go(row.id)
    }
    focus.want(nextAfter(plan, shown, row.id))
    void send({ intent: 'delete', ids: [row.id] })
  }
  return [remove, question] as const
}

/** The row that gets the focus when another is deleted with all under it: the next that stays, else the one before. */
export function nextAfter(plan: readonly PlanRow[], shown: readonly PlanRow[], id: string): string | null {
  const gone = new Set(branch(plan, id).map((row) => row.id))
  const at = shown.findIndex((row) => row.id === id)
  return (shown.slice(at).find((row) => !gone.has(row.id)) ?? shown[at - 1])?.id ?? null
}

/** What a screen reader says of a row that was moved by key; the row says its new place itself. */
const movedWords = (plan: readonly PlanRow[], id: string, direction: 'up' | 'down'): string => {
  const row = plan.find((each) => each.id === id)
  return `${row ? titleOrKind(row) : 'The line'} moved ${direction}.`
}
