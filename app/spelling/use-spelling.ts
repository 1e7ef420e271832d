import { useEffect, useMemo, useState } from 'react'
import { type OwnList, type OwnWords, ownWordsSaid } from '../../core/spelling/own-words.ts'
import type { Word } from '../../core/spelling/words.ts'
import { announce } from '../shell/announce.ts'
import { getJson, sendJson } from '../shell/ask-json.ts'
import { remember, remembered, rememberedList } from '../shell/remembered.ts'
import { WordList } from './word-list.ts'

const SWITCH = 'spelling'
const ignoredOn = (documentId: string): string => `ignored ${documentId}`
/** So many words are ignored on one page; the oldest go first. */
const MOST_IGNORED = 500

export interface Spelling {
  readonly words: WordList
  /** The word whose suggestions are asked for; null when none is. */
  readonly asked: Word | null
  readonly ask: (word: Word | null) => void
  readonly own: OwnWords
  /** What is wrong, as a sentence; empty when nothing is. */
  readonly problem: string
  readonly ignore: (word: string) => void
  readonly add: (list: OwnList, word: string) => void
  readonly remove: (list: OwnList, word: string) => void
  readonly setOn: (isOn: boolean) => void
}

/** The spelling of one page: its words, the own words of author and course, what is ignored and whether it is on. */
export function useSpelling(course: { readonly id: string; readonly language: string }, documentId: string): Spelling {
  const words = useMemo(() => wordsOfPage(course.language, documentId), [course.language, documentId])
  const [asked, ask] = useState<Word | null>(null)
  const [own, setOwn] = useState<OwnWords>({ mine: [], course: [] })
  const [problem, setProblem] = useState('')
  const address = `/courses/${course.id}/own-words`
  useEffect(() => {
    void getJson(address, ownWordsSaid).then((answer) => {
      if (answer.ok && answer.value.ok) setOwn(answer.value.words)
    })
  }, [address])
  useEffect(() => words.setOwn([...own.mine, ...own.course]), [words, own])
  const change = async (intent: 'add' | 'remove', list: OwnList, word: string): Promise<void> => {
    const answer = await sendJson(address, { intent, list, word }, ownWordsSaid)
    const said = answer.ok ? answer.value : answer
    setProblem(said.ok ? '' : said.reason)
    if (said.ok) setOwn(said.words)
    announce(said.ok ? `“${word}” was ${intent === 'add' ? 'added' : 'removed'}.` : said.reason)
  }
  return {
    ...{ words, asked, ask, own, problem },
    ignore: (word) => {
      words.ignore(word)
      remember(ignoredOn(documentId), JSON.stringify(words.ignored.slice(-MOST_IGNORED)))
    },
    add: (list, word) => void change('add', list, word),
    remove: (list, word) => void change('remove', list, word),
    setOn: (isOn) => {
      words.setOn(isOn)
      remember(SWITCH, isOn ? 'on' : 'off')
    },
  }
}

const wordsOfPage = (language: string, documentId: string): WordList =>
  new WordList(language, { isOn: remembered(SWITCH) !== 'off', ignored: rememberedList(ignoredOn(documentId)) })
