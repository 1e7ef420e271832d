import { readFile, readdir } from 'node:fs/promises'
import { expect, test } from 'vitest'
import { demoTemplates } from '../../demo/templates.ts'
import { readPage } from '../html/read.ts'
import { proof } from '../proof/proof.ts'
import { declaredBlank, problemOfDeclared } from './declared.ts'
import { blanksAsked } from './fill.ts'

const FOLDER = new URL('../../demo/templates/', import.meta.url)

test('fourteen page templates come along, each file once', async () => {
  expect(demoTemplates.length).toBeGreaterThanOrEqual(14)
  const files = await readdir(FOLDER)
  expect(files.toSorted()).toEqual(demoTemplates.map(({ id }) => `${id}.html`).toSorted())
})

test.each(demoTemplates.map((each) => [each.id, each] as const))(
  '%s: everything in it is understood, it has blanks that are asked for as declared, and the proof finds no fault',
  async (id, { blanks = [] }) => {
    const { page, notes } = readPage(await readFile(new URL(`${id}.html`, FOLDER), 'utf8'))
    expect(notes).toEqual([])
    const declared = blanks.map((each) => declaredBlank.parse({ example: '', ...each }))
    expect(declared.map(problemOfDeclared).filter(Boolean)).toEqual([])
    const asked = blanksAsked(page, declared)
    expect(asked.length).toBeGreaterThan(0)
    for (const each of declared)
      expect(asked.map(({ name, type }) => [name, type])).toContainEqual([each.name, each.type])
    expect(proof(page).map(({ rule, message }) => `${rule}: ${message}`)).toEqual([])
  },
)
