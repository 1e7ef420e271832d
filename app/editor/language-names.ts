import { primaryLanguage } from '../../core/tree/languages.ts'

/** Languages that are offered for a passage; a passage may be in any other, where it came so. */
const OFFERED = [
  'ar bg bn ca cs cy da de el en es et eu fa fi fr ga gl he hi hr hu id is it ja ko la lt lv mi ms nb nl pl pt ro ru',
  'sk sl sq sr sv sw ta th tl tr uk ur vi zh',
]
  .join(' ')
  .split(' ')

/** What a language is called in English. */
export const languageName = (tag: string): string => new Intl.DisplayNames('en', { type: 'language' }).of(tag) ?? tag

/** Tags of languages with their names in English, by name; those given are among them. */
export function languageNames(given: readonly (string | null)[]): readonly (readonly [tag: string, name: string])[] {
  const names = new Intl.DisplayNames('en', { type: 'language' })
  const extra = given.filter((tag) => tag !== null && !OFFERED.includes(tag) && tag !== primaryLanguage(tag))
  return [...new Set([...OFFERED, ...(extra as string[])])]
    .map((tag) => [tag, names.of(tag) ?? tag] as const)
    .sort((a, b) => a[1].localeCompare(b[1], 'en'))
}
