import { useEffect, useRef, useState } from 'react'
import type { ShownSnippet, SnippetUses } from '../../core/snippets/wire.ts'
import { announce } from '../shell/announce.ts'
import { askSnippets, askUses } from './ask-snippets.ts'

export type PageWithSnippet = SnippetUses['pages'][number]

/** Where a snippet is used, which of the pages are looked at and ticked, and the way to bring them up to date. */
export function useUses(courseId: string, { id, version }: ShownSnippet) {
  const [uses, setUses] = useState<SnippetUses | null>(null)
  const [chosenId, choose] = useState('')
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set())
  const [takesTouched, setTakesTouched] = useState(false)
  const [problem, setProblem] = useState('')
  useEffect(() => {
    void askUses(courseId, id).then((asked) => {
      if (!asked.ok) return setProblem(asked.reason)
      const old = asked.value.pages.filter(({ oldest }) => oldest < version)
      setUses(asked.value)
      choose((old[0] ?? asked.value.pages[0])?.documentId ?? '')
      setTicked(new Set(old.map(({ documentId }) => documentId)))
    })
  }, [courseId, id, version])
  const tick = (documentId: string, isOn: boolean): void =>
    setTicked((before) => {
      const others = [...before].filter((each) => each !== documentId)
      return new Set(isOn ? [...others, documentId] : others)
    })
  const setDone = (documentId: string): void => {
    tick(documentId, false)
    setUses(
      (before) =>
        before && {
          ...before,
          pages: before.pages.map((page) => (page.documentId === documentId ? { ...page, oldest: version } : page)),
        },
    )
  }
  const pages = uses?.pages.filter(({ documentId }) => ticked.has(documentId)) ?? []
  const { isCarrying, said, carry } = useCarrying(courseId, { id, pages, takesTouched, setProblem, setDone })
  return {
    ...{ uses, problem, choose, ticked, tick, takesTouched, setTakesTouched, isCarrying, said, carry },
    chosen: uses?.pages.find(({ documentId }) => documentId === chosenId) ?? null,
  }
}

interface ToCarry {
  id: string
  pages: readonly PageWithSnippet[]
  takesTouched: boolean
  setProblem: (words: string) => void
  setDone: (documentId: string) => void
}

/** Brings pages up to date one by one, so that what is done is done, whatever happens to the next. */
function useCarrying(courseId: string, { id, pages, takesTouched, setProblem, setDone }: ToCarry) {
  const [isCarrying, setCarrying] = useState(false)
  const [said, setSaid] = useState('')
  const isLeft = useRef(false)
  useEffect(() => () => void (isLeft.current = true), [])
  const carry = async (): Promise<void> => {
    setCarrying(true)
    setProblem('')
    let [changed, stayed] = [0, 0]
    for (const [at, { documentId, title }] of pages.entries()) {
      if (isLeft.current) return
      setSaid(`${at + 1} of ${pages.length}: ${title}`)
      const done = await askSnippets(courseId, { intent: 'carry', id, documentId, takesTouched })
      changed += done.changed ?? 0
      stayed += done.stayed ?? 0
      if (!done.ok) setProblem(`“${title}” stayed as it is. ${done.reason ?? ''}`)
      else if ((done.stayed ?? 0) === 0) setDone(documentId)
    }
    setCarrying(false)
    const words = carriedWords(changed, stayed)
    setSaid(words)
    announce(words)
  }
  return { isCarrying, said, carry }
}

const carriedWords = (changed: number, stayed: number): string =>
  [
    `${changed === 1 ? '1 place is' : `${changed} places are`} up to date now.`,
    ...(changed > 0 ? ['Students see it when the page is published.'] : []),
    ...(stayed > 0 ? [`${stayed === 1 ? '1 place' : `${stayed} places`} stayed: changed by hand.`] : []),
  ].join(' ')
