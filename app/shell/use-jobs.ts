import { useCallback, useEffect, useRef, useState } from 'react'
import type { z } from 'zod'
import { getJson } from './ask-json.ts'

/** How often is asked how far things are, in milliseconds. */
const EVERY = 1000

/** Something that the server does by and by. */
interface Job {
  readonly id: string
  readonly state: 'waiting' | 'running' | 'done' | 'failed'
}

export interface Jobs<T> {
  /** Newest first; null before they are known. */
  readonly all: readonly T[] | null
  readonly problem: string
  /** Asks how things stand; `begun` is one that has just been asked for, however soon it is done. */
  refresh: (begun?: string) => void
}

const isMoving = ({ state }: Job): boolean => state === 'waiting' || state === 'running'

/**
 * What the server does by and by, as an address lists it. While something of it is on its way, how far it is is asked
 * again and again; `onDone` is told of what was seen on its way and is done.
 */
export function useJobs<T extends Job>(address: string, shape: z.ZodType<T[]>, onDone: (job: T) => void): Jobs<T> {
  const [all, setAll] = useState<readonly T[] | null>(null)
  const [problem, setProblem] = useState('')
  const moving = useRef(new Set<string>())
  const latest = useRef({ shape, onDone })
  useEffect(() => void (latest.current = { shape, onDone }))
  const calls = useRef({ last: 0, least: 0 })
  const refresh = useCallback(
    (begun?: string) => {
      const call = ++calls.current.last
      if (begun !== undefined) {
        moving.current.add(begun)
        calls.current.least = call
      }
      void getJson(address, latest.current.shape).then((asked) => {
        // What was asked before something was begun doesn't know of it.
        if (call < calls.current.least) return
        if (!asked.ok) return setProblem(asked.reason)
        setProblem('')
        setAll(asked.value)
        const done = asked.value.filter(({ id, state }) => state === 'done' && moving.current.has(id))
        moving.current = new Set(asked.value.filter(isMoving).map(({ id }) => id))
        for (const each of done) latest.current.onDone(each)
      })
    },
    [address],
  )
  useEffect(() => refresh(), [refresh])
  const isAny = all?.some(isMoving) ?? false
  useEffect(() => {
    if (!isAny) return
    const timer = setInterval(() => refresh(), EVERY)
    return () => clearInterval(timer)
  }, [isAny, refresh])
  return { all, problem, refresh }
}
