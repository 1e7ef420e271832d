import { useEffect, useSyncExternalStore } from 'react'
import type { OfferedSnippet } from '../../core/snippets/wire.ts'
import { askOffered } from './ask-snippets.ts'

/** So long what was asked counts as new, in milliseconds: others may have kept something since. */
const FRESH = 30_000

/** What each course offers, as far as it has come; all who show it are told when it changes. */
const known = new Map<string, { offered: readonly OfferedSnippet[]; at: number }>()
const listeners = new Set<() => void>()
/** What is shown before anything has come. */
const NOTHING_YET: readonly OfferedSnippet[] = []

const listen = (tell: () => void): (() => void) => {
  listeners.add(tell)
  return () => void listeners.delete(tell)
}

/** Asks for the snippets of a course, if what is known of them is old. */
export function fetchSnippets(courseId: string): void {
  const before = known.get(courseId)
  if (Date.now() - (before?.at ?? 0) < FRESH) return
  // Asked for once, though several show it.
  known.set(courseId, { offered: before?.offered ?? NOTHING_YET, at: Date.now() })
  void askOffered(courseId).then((asked) => {
    const others = before && !areComing(before.offered) ? before.offered : []
    known.set(courseId, asked.ok ? { offered: asked.value, at: Date.now() } : { offered: others, at: 0 })
    listeners.forEach((tell) => tell())
  })
}

/** The next who shows snippets asks for them: one was kept, changed or deleted. */
export function forgetSnippets(courseId: string): void {
  const before = known.get(courseId)
  if (before) known.set(courseId, { ...before, at: 0 })
  fetchSnippets(courseId)
}

/** The snippets of a course that have come so far. */
export const snippetsKnown = (courseId: string): readonly OfferedSnippet[] =>
  known.get(courseId)?.offered ?? NOTHING_YET

/** Whether they are still on their way. */
export const areComing = (offered: readonly OfferedSnippet[]): boolean => offered === NOTHING_YET

/** The snippets that can be put in, in a course: what is known at once, what is new when it has come. */
export function useSnippets(courseId: string): readonly OfferedSnippet[] {
  const offered = useSyncExternalStore(
    listen,
    () => snippetsKnown(courseId),
    () => NOTHING_YET,
  )
  useEffect(() => fetchSnippets(courseId), [courseId])
  return offered
}
