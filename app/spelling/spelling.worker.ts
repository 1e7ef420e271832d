import { createHunspellFromStrings } from 'hunspell-wasm'
import type { Dictionary } from '../../core/spelling/dictionaries.ts'
import { type Speller, type SpellingRequest, suggestionsFor, wrongAmong } from '../../core/spelling/speller.ts'
import type { AskedMessage } from '../shell/asked-worker.ts'
import { filesOf } from './dictionary-files.ts'

/* Holds the dictionaries, apart from the screen: some take a second to be read. */
const loaded = new Map<Dictionary, Promise<Speller>>()

async function read(address: string): Promise<string> {
  const response = await fetch(address)
  if (!response.ok) throw new Error(`A dictionary could not be had (${response.status}).`)
  return response.text()
}

async function load(dictionary: Dictionary): Promise<Speller> {
  const { aff, dic } = filesOf(dictionary)
  const [rules, words] = await Promise.all([read(aff), read(dic)])
  return createHunspellFromStrings(rules, words)
}

function spellerOf(dictionary: Dictionary): Promise<Speller> {
  const known = loaded.get(dictionary)
  if (known) return known
  const made = load(dictionary)
  loaded.set(dictionary, made)
  // What failed is tried again with the next question.
  made.catch(() => loaded.delete(dictionary))
  return made
}

self.addEventListener('message', ({ data }: MessageEvent<AskedMessage<SpellingRequest>>) => {
  const { id, request } = data
  Promise.all(request.dictionaries.map(spellerOf)).then(
    (spellers) =>
      self.postMessage({
        id,
        answer: request.type === 'look' ? wrongAmong(spellers, request.words) : suggestionsFor(spellers, request.word),
      }),
    () => self.postMessage({ id, answer: null }),
  )
})
