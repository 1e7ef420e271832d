import { useEffect, useMemo, useSyncExternalStore } from 'react'
import { useRevalidator } from 'react-router'
import { kindOfEntry } from '../../core/plan/kinds.ts'
import { foresee } from '../../core/plan/foresee.ts'
import { MOST_AIMS, readSettings } from '../../core/plan/settings.ts'
import type { NewEntry } from '../../core/plan/tree.ts'
import type { PlanRow } from '../../server/plan/queries.server.ts'
import { tryPlan } from './ask-plan.ts'
import { type PlanQueue, queueOf, type QueueView } from './plan-queue.ts'

const NOTHING: QueueView = { changes: [], waiting: 0, trouble: null }

/** The plan with all that was changed here, whether the server has made it yet or not. */
export function usePlanQueue(
  courseId: string,
  loaded: readonly PlanRow[],
  version: number,
): { plan: readonly PlanRow[]; queue: PlanQueue; view: QueueView } {
  const queue = useMemo(() => queueOf(courseId, (request) => tryPlan(courseId, request)), [courseId])
  const view = useSyncExternalStore(queue.subscribe, queue.view, () => NOTHING)
  const revalidator = useRevalidator()
  useEffect(() => {
    queue.onMade = () => void revalidator.revalidate()
    return () => void (queue.onMade = () => undefined)
  }, [queue, revalidator])
  useEffect(() => queue.loaded(version), [queue, version])
  useEffect(() => {
    const warn = (event: BeforeUnloadEvent): void => {
      if (queue.view().waiting > 0) event.preventDefault()
    }
    window.addEventListener('online', queue.retry)
    window.addEventListener('focus', queue.retryAgain)
    window.addEventListener('beforeunload', warn)
    return () => {
      window.removeEventListener('online', queue.retry)
      window.removeEventListener('focus', queue.retryAgain)
      window.removeEventListener('beforeunload', warn)
    }
  }, [queue])
  const plan = useMemo(() => foresee(loaded, view.changes, rowOf), [loaded, view.changes])
  return { plan, queue, view }
}

/** A row for an entry that only this window knows yet. */
function rowOf({ id, parentId, kind, title, address, aims }: NewEntry): PlanRow {
  return {
    id,
    parentId,
    kind,
    title,
    documentId: null,
    state: kindOfEntry(kind).isWritten ? 'draft' : null,
    edition: null,
    words: 0,
    findings: 0,
    lastPerson: null,
    lastAt: null,
    opensAt: null,
    settings: readSettings({ address, aims: aims.slice(0, MOST_AIMS) }),
  }
}
