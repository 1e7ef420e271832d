import { dictionariesFor } from '../../core/spelling/dictionaries.ts'
import { isAmong, type Word } from '../../core/spelling/words.ts'
import { askSpelling } from './ask-spelling.ts'

/** So many words are remembered, whether they are right; a long page has some thousands. */
const MOST_KNOWN = 60_000

/**
 * What is known of the words of one page: what its dictionaries said, the own words of its author and its course, and
 * what is ignored on it. Who asks twice is answered at once.
 */
export class WordList {
  #isRight = new Map<string, boolean>()
  #own: ReadonlySet<string> = new Set()
  #ignored: ReadonlySet<string>
  #isOn: boolean
  #listeners = new Set<() => void>()
  #ask: typeof askSpelling

  constructor(
    /** The language of the page (BCP 47). */
    readonly language: string,
    {
      isOn = true,
      ignored = [],
      ask = askSpelling,
    }: { isOn?: boolean; ignored?: readonly string[]; ask?: typeof askSpelling } = {},
  ) {
    this.#isOn = isOn
    this.#ignored = new Set(ignored)
    this.#ask = ask
  }

  get isOn(): boolean {
    return this.#isOn
  }

  /** Whether words in the language of the page are looked at. */
  get knows(): boolean {
    return this.#isOn && dictionariesFor(this.language).length > 0
  }

  get ignored(): readonly string[] {
    return [...this.#ignored]
  }

  /** Told whenever another word has become right or wrong. */
  onChange(listener: () => void): () => void {
    this.#listeners.add(listener)
    return () => this.#listeners.delete(listener)
  }

  #changed(): void {
    for (const listener of this.#listeners) listener()
  }

  setOn(isOn: boolean): void {
    this.#isOn = isOn
    this.#changed()
  }

  setOwn(words: readonly string[]): void {
    if (words.length === this.#own.size && words.every((word) => this.#own.has(word))) return
    this.#own = new Set(words)
    this.#changed()
  }

  ignore(word: string): void {
    this.#ignored = new Set([...this.#ignored, word])
    this.#changed()
  }

  /** Those of the words that are wrong; null when no dictionary could be had. */
  async wrongAmong(words: readonly Word[]): Promise<readonly Word[] | null> {
    if (!this.#isOn) return []
    if (this.#isRight.size > MOST_KNOWN) this.#isRight.clear()
    const asked = words.filter(({ text }) => !this.#ignored.has(text) && !isAmong(this.#own, text))
    const languages = new Set(asked.map(({ language }) => language))
    for (const language of languages) if (!(await this.#learn(language, asked))) return null
    return asked.filter((word) => this.#isRight.get(nameOf(word)) === false)
  }

  /** Asks about the words of a language that nobody has asked about; false when that can't be done. */
  async #learn(language: string, words: readonly Word[]): Promise<boolean> {
    const dictionaries = dictionariesFor(language)
    if (dictionaries.length === 0) return true
    const unknown = [...new Set(words.filter((word) => word.language === language).map(({ text }) => text))].filter(
      (text) => !this.#isRight.has(nameOf({ text, language })),
    )
    if (unknown.length === 0) return true
    const found = await this.#ask({ type: 'look', dictionaries, words: unknown })
    if (found === null) return false
    const wrong = new Set(found)
    for (const text of unknown) this.#isRight.set(nameOf({ text, language }), !wrong.has(text))
    return true
  }

  /** What may be meant by a word, the likeliest first. */
  async suggestionsFor({ text, language }: Pick<Word, 'text' | 'language'>): Promise<readonly string[]> {
    return (await this.#ask({ type: 'suggest', dictionaries: dictionariesFor(language), word: text })) ?? []
  }
}

const nameOf = ({ text, language }: Pick<Word, 'text' | 'language'>): string => `${language} ${text}`
