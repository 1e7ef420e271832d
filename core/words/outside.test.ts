import { readFileSync } from 'node:fs'
import { expect, test } from 'vitest'
import { codeFiles, wordsIn } from '../../test/shared/words-in.ts'
import { LANGUAGES } from './languages.ts'

/** Where what students read and press is written. */
const ROOM = [
  /^server\/reading\//,
  /^server\/exercises\/(exercise|pages|render)\.server/,
  /^server\/(discussions|assignments|people|notices)\//,
  /^app\/(discussions|assignments|reading|people|notices|writing)\//,
  /^app\/media\/(send-file|use-placed-pictures|place-picture|arriving)\.ts/,
  /^app\/pieces\/picture\/alt-dialog\.tsx/,
  /^app\/editor\/(link-field|page-guard)\.tsx?/,
  /^core\/document\/passage\.ts/,
  /^server\/shelf\/(upload|sniff)\.server/,
  /^server\/web\/rate\.server/,
  /^reader\//,
  /^core\/reading\//,
  /^core\/html\/render\.ts/,
  /^core\/formats\/(ebook-page|epub|web-document)\.ts/,
  /^core\/questions\/kinds\/\w+\/(fields|grade)\.ts/,
]
/** What authors alone meet, and the queries. */
const OTHERS = /\.test\.|queries\.server|assets\.server|\/hand-ins\.tsx$|\/(value-tool|where)\.tsx?$/
/** Said by an author alone: why what they return is refused. */
const FOR_AUTHORS = [
  'Write a comment before you return it: the student reads your comment.',
  'This was not handed in, or the student has handed in again. Load the page again.',
]
test('what students read and press is said by message files: no words of the reading room stand outside them', () => {
  const files = codeFiles().filter((file) => ROOM.some((place) => place.test(file)) && !OTHERS.test(file))
  expect(files.length).toBeGreaterThan(60)
  const outside = files.flatMap((file) =>
    wordsIn(file)
      .filter((words) => !FOR_AUTHORS.includes(words))
      .map((words) => `${file}: ${words}`),
  )
  expect(outside).toEqual([])
})

test('every message is said somewhere', () => {
  const code = codeFiles()
    .map((file) => readFileSync(file, 'utf8'))
    .join('\n')
  const names = Object.entries(LANGUAGES.en!.messages).flatMap(([area, messages]) =>
    Object.keys(messages as object).map((name) => `${area}.${name}`),
  )
  expect(names.filter((name) => !code.includes(`'${name}'`))).toEqual([])
})

test('such words would be found, wherever they stand', () => {
  const planted = [
    'html`<p>words ${x}</p>`',
    'html`<a aria-label="words">${x}</a>`',
    'html`<p>${x ? "Saved." : ""}</p>`',
    'refuse("This was deleted meanwhile.")',
    'say(`There are ${x} of them.`)',
    '<p>words</p>',
    '<Field label="words" />',
    '`<h2>words</h2>${x}`',
  ]
  for (const code of planted) expect(wordsIn('planted.tsx', `export const y = ${code}`), code).toHaveLength(1)
  expect(wordsIn('planted.tsx', "export const y = { a: 'hand in', b: html`<p>${say('room.next')}</p>` }")).toEqual([])
})
