import type { Dictionary } from '../../core/spelling/dictionaries.ts'

// The packages name their files by paths alone, which their entries do not let out: they are asked for as files.
const files = import.meta.glob<string>(
  [
    '../../node_modules/dictionary-{en,en-gb,es,de,fr,it,pt,pt-pt,pl}/index.aff',
    '../../node_modules/dictionary-{en,en-gb,es,de,fr,it,pt,pt-pt,pl}/index.dic',
  ],
  { query: '?url', import: 'default', eager: true },
)

/** The packages that hold the dictionaries. */
const PACKAGES: Readonly<Record<Dictionary, string>> = {
  'en-US': 'en',
  'en-GB': 'en-gb',
  es: 'es',
  de: 'de',
  fr: 'fr',
  it: 'it',
  'pt-BR': 'pt',
  'pt-PT': 'pt-pt',
  pl: 'pl',
}

/** Where the two files of a dictionary are: its rules (`aff`) and its words (`dic`). */
export function filesOf(dictionary: Dictionary): { aff: string; dic: string } {
  const folder = `../../node_modules/dictionary-${PACKAGES[dictionary]}`
  return { aff: files[`${folder}/index.aff`]!, dic: files[`${folder}/index.dic`]! }
}
