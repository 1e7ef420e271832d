import { type NamedSymbol, SYMBOL_LANGUAGES, symbolsFrom } from '../../../core/symbols/symbols.ts'
import { primaryLanguage } from '../../../core/tree/languages.ts'

// Each language is a file of its own, fetched when signs are first looked for in it.
const files = import.meta.glob<unknown>(
  '../../../node_modules/cldr-annotations-full/annotations/{en,ar,de,es,fr,it,pl,pt}/annotations.json',
  { import: 'default' },
)

/** The signs with their names in the language of a page, or in English. Rejects when they can't be had. */
export async function symbolsIn(language: string): Promise<readonly NamedSymbol[]> {
  const primary = primaryLanguage(language)
  const known = (SYMBOL_LANGUAGES as readonly string[]).includes(primary) ? primary : 'en'
  const load = files[`../../../node_modules/cldr-annotations-full/annotations/${known}/annotations.json`]
  if (!load) throw new Error('There are no names of signs.')
  return symbolsFrom(await load())
}
