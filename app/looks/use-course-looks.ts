import { useEffect, useState, useSyncExternalStore } from 'react'
import { type CourseLook, type CourseLooks, courseLooksSaid } from '../../core/looks/course-looks.ts'
import { announce } from '../shell/announce.ts'
import { getJson, sendJson } from '../shell/ask-json.ts'
import { courseHere } from '../shell/course-here.ts'

/** So long what was asked counts as new, in milliseconds: others may have kept something since. */
const FRESH = 30_000

/** What each course keeps, as far as it was asked for; all who show it are told when it changes. */
const known = new Map<string, { looks: CourseLooks; at: number }>()
const listeners = new Set<() => void>()
const NONE: CourseLooks = []

function learn(courseId: string, looks: CourseLooks): void {
  known.set(courseId, { looks, at: Date.now() })
  listeners.forEach((tell) => tell())
}

const listen = (tell: () => void): (() => void) => {
  listeners.add(tell)
  return () => void listeners.delete(tell)
}

export interface CourseLooksHere {
  /** There is a course here that can keep some. */
  readonly isCourse: boolean
  readonly looks: CourseLooks
  /** Why the last change was not done; empty when it was. */
  readonly problem: string
  /** What was taken out last, and can be put back. */
  readonly removed: CourseLook | null
  readonly keep: (look: CourseLook) => Promise<boolean>
  readonly remove: (look: CourseLook) => Promise<boolean>
}

/** The colours and table styles of the course on whose screens one is. */
export function useCourseLooks(): CourseLooksHere {
  const courseId = courseHere()
  const looks = useSyncExternalStore(
    listen,
    () => known.get(courseId)?.looks ?? NONE,
    () => NONE,
  )
  const [problem, setProblem] = useState('')
  const [removed, setRemoved] = useState<CourseLook | null>(null)
  const address = `/courses/${courseId}/looks`
  useEffect(() => {
    if (courseId === '' || Date.now() - (known.get(courseId)?.at ?? 0) < FRESH) return
    // Asked for once, though several show it.
    known.set(courseId, { looks: known.get(courseId)?.looks ?? NONE, at: Date.now() })
    void getJson(address, courseLooksSaid).then((answer) => {
      if (answer.ok && answer.value.ok) learn(courseId, answer.value.looks)
    })
  }, [address, courseId])
  const change = async (body: unknown, done: string): Promise<boolean> => {
    const answer = await sendJson(address, body, courseLooksSaid)
    const said = answer.ok ? answer.value : answer
    setProblem(said.ok ? '' : said.reason)
    if (said.ok) learn(courseId, said.looks)
    announce(said.ok ? done : said.reason)
    return said.ok
  }
  return {
    ...{ looks, problem, removed, isCourse: courseId !== '' },
    keep: async (look) => {
      const isKept = await change({ intent: 'keep', look }, `“${look.name}” is kept for the course.`)
      if (isKept) setRemoved(null)
      return isKept
    },
    remove: async (look) => {
      const { sort, name } = look
      const isGone = await change({ intent: 'remove', sort, name }, `“${name}” was taken out.`)
      if (isGone) setRemoved(look)
      return isGone
    },
  }
}
