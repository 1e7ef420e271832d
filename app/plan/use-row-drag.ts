import {
  closestCenter,
  type DndContextProps,
  type DragEndEvent,
  type DragOverEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core'
import { useState } from 'react'
import { placeAfter } from '../../core/plan/tree.ts'
import type { PlanRow } from '../../server/plan/queries.server.ts'

interface Drop {
  readonly overId: string
  /** What letting go would do. */
  readonly words: string
}

/** Dragging rows of the plan: what the list of rows needs, and where the row would go just now. */
export function useRowDrag(
  plan: readonly PlanRow[],
  onMove: (id: string, place: NonNullable<ReturnType<typeof placeAfter>>) => void,
): { context: DndContextProps; drop: Drop | null } {
  const [drop, setDrop] = useState<Drop | null>(null)
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 5 } }),
    useSensor(KeyboardSensor),
  )
  const target = ({ active, over }: DragOverEvent | DragEndEvent): ReturnType<typeof placeAfter> => {
    const row = plan.find(({ id }) => id === active.id)
    return row && over && over.id !== active.id ? placeAfter(plan, String(over.id), row.kind) : null
  }
  const onDragOver = (event: DragOverEvent): void => {
    const place = target(event)
    const parent = place && plan.find(({ id }) => id === place.parentId)
    setDrop(
      place && event.over
        ? { overId: String(event.over.id), words: parent ? `goes here, in ${parent.title}` : 'goes here' }
        : null,
    )
  }
  const onDragEnd = (event: DragEndEvent): void => {
    setDrop(null)
    const place = target(event)
    if (place) onMove(String(event.active.id), place)
  }
  return {
    drop,
    context: {
      id: 'plan',
      sensors,
      collisionDetection: closestCenter,
      onDragOver,
      onDragEnd,
      onDragCancel: () => setDrop(null),
    },
  }
}
