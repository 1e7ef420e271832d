import { readFile, readdir } from 'node:fs/promises'
import { expect, test } from 'vitest'
import { readPage } from '../html/read.ts'
import { proof } from '../proof/proof.ts'
import { problemOfBlanks } from '../templates/declared.ts'
import { readSnippetFile, writeSnippetFile } from './file.ts'
import { SNIPPET_GROUPS } from './groups.ts'
import { filledSnippet, placesOfSnippet, snippetsIn } from './snippets.ts'
import { schema } from '../document/schema.ts'

const FOLDER = new URL('../../demo/snippets/', import.meta.url)
const files = await readdir(FOLDER)
const fileOf = (name: string): Promise<string> => readFile(new URL(name, FOLDER), 'utf8')

test('thirty snippets come along, in all six groups, each with its own name and words about it', async () => {
  const all = await Promise.all(files.map(async (name) => readSnippetFile(await fileOf(name))))
  expect(all.length).toBeGreaterThanOrEqual(30)
  expect(new Set(all.map(({ purpose }) => purpose))).toEqual(new Set(SNIPPET_GROUPS))
  expect(new Set(all.map(({ name }) => name)).size).toBe(all.length)
  for (const { name, description } of all) expect(description, name).toMatch(/^[A-Z].*\.$/)
})

test.each(files)(
  '%s: all of it is understood and asked for, the proof finds no fault, and it comes back from a file',
  async (file) => {
    const text = await fileOf(file)
    const { notes, ...snippet } = readSnippetFile(text)
    expect(notes).toEqual([])
    expect(problemOfBlanks(snippet.blanks)).toBe('')
    const fields = [...text.matchAll(/<(?:input|select)[^>]* name="([^"]*)"/g)].map(([, name]) => name)
    const asked = snippet.blanks.map(({ name }) => name)
    for (const name of fields) expect(asked, 'a field of the form is a blank of the snippet').toContain(name)
    const filled = filledSnippet({ id: 'x', version: 1, ...snippet }, new Map(), 'en')
    const { doc, title, heading } = schema.nodes
    const page = doc.create(null, [
      title.create(null, schema.text('Page')),
      heading.create({ level: 2 }, schema.text('Part')),
      filled,
    ])
    const found = proof(page).filter(({ rule }) => rule !== 'open-blank')
    expect(found.map(({ rule, message }) => `${rule}: ${message}`)).toEqual([])
    const { notes: _none, ...again } = readSnippetFile(writeSnippetFile(snippet, 'en'))
    expect(again.page.eq(snippet.page)).toBe(true)
    expect({ ...again, page: null }).toEqual({ ...snippet, page: null })
  },
)

test('what pages of the demo have of these snippets is as it was filled in', async () => {
  const PAGES = new URL('../../demo/pages/', import.meta.url)
  const texts = await Promise.all(
    (await readdir(PAGES))
      .filter((name) => name.endsWith('.html'))
      .map((name) => readFile(new URL(name, PAGES), 'utf8')),
  )
  const used = texts.flatMap((text) => {
    const { page } = readPage(text)
    return snippetsIn(page).flatMap(({ snippet }) => placesOfSnippet(page, snippet))
  })
  expect(used.length).toBeGreaterThan(1)
  for (const { node, isTouched } of used) {
    expect(files).toContain(`${String(node.attrs.snippet).replace('snippet-', '')}.html`)
    expect(isTouched, node.textContent).toBe(false)
  }
})
