import { useEffect, useMemo } from 'react'
import { useRouteLoaderData } from 'react-router'
import type { ItemState, PlanRow } from '../../server/plan/queries.server.ts'
import type { loader as courseLoader } from '../shell/course.tsx'
import { readNowWords } from '../shell/shown-words.ts'
import type { SheetData } from './sheet.tsx'
import type { SheetPage } from './use-page.ts'

const NO_PLAN: readonly PlanRow[] = []

/** The plan around the item, what students read of it now, and whether what is written is published. */
export function useItemState(
  { itemId, entry, course }: SheetData,
  { editions, version, waiting }: SheetPage,
  questionsChanged: string | null,
  onState: (state: ItemState) => void,
) {
  // What is set about the item is set on several screens: the plan, when it is loaded anew, knows best.
  const plan = useRouteLoaderData<typeof courseLoader>('shell/course')?.plan ?? NO_PLAN
  const newest = editions[0]
  // Looked at again when the plan or the edition is another, not with every key.
  const students = useMemo(
    () => readNowWords(plan, itemId, newest, course.timeZone),
    [plan, itemId, newest, course.timeZone],
  )
  const isChanged = newest !== undefined && questionsChanged !== null && questionsChanged > newest.at
  const isPublished = newest?.version === version && waiting === '' && !isChanged
  const state: ItemState = !newest ? 'draft' : isPublished ? 'published' : 'edited'
  useEffect(() => {
    onState(state)
    // eslint-disable-next-line react-hooks/exhaustive-deps -- told when the state changes
  }, [state])
  return { plan, entry: plan.find(({ id }) => id === itemId) ?? entry, students, isChanged }
}
