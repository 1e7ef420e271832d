import { inspect } from 'node:util'
import { readdirSync } from 'node:fs'
import { expect, test } from 'vitest'
import { attributeSpecs, schema } from '../document/schema.ts'
import type { MarkKind, NodeKind } from './kind.ts'
import { markKinds, nodeKinds } from './registry.ts'

const kinds: (NodeKind | MarkKind)[] = [...Object.values<NodeKind>(nodeKinds), ...Object.values<MarkKind>(markKinds)]

test('every folder of kinds is in the registry', async () => {
  const folders = readdirSync(new URL('.', import.meta.url), { withFileTypes: true }).filter((entry) =>
    entry.isDirectory(),
  )
  for (const { name } of folders) {
    const file = readdirSync(new URL(`./${name}/`, import.meta.url)).find((each) => /^kinds?\.ts$/.test(each))
    const module = (await import(`./${name}/${file}`)) as Record<string, unknown>
    const exported = Object.values(module).filter(
      (value): value is NodeKind => typeof value === 'object' && value !== null && 'reads' in value,
    )
    expect(exported.length, name).toBeGreaterThan(0)
    for (const kind of exported) expect(kinds, kind.name).toContain(kind)
  }
})

test.each(kinds)('$name is registered under its name, with a label and complete defaults', (kind) => {
  expect(kind.type === 'node' ? schema.nodes[kind.name] : schema.marks[kind.name]).toBeDefined()
  expect(kind.label).toMatch(/^(HTML )?[a-z][a-z -]*$/)
  const defaults = kind.attributes.parse({})
  for (const [name, { default: value }] of Object.entries(attributeSpecs(kind)))
    expect(defaults).toHaveProperty(name, value)
})

test.each(kinds.filter(({ attributes }) => Object.keys(attributes.shape).length > 0))(
  '$name refuses values of nobody',
  (kind) => {
    for (const spec of Object.values(attributeSpecs(kind))) {
      const check = spec.validate as (value: unknown) => void
      // Words of an author may be any words; everything else must not be.
      const isWords = ((): boolean => {
        try {
          check('plain words, and “these”')
          return true
        } catch {
          return false
        }
      })()
      for (const wrong of [
        undefined,
        [],
        { evil: true },
        isWords ? 'half \ud800' : 'javascript:alert(1)',
        isWords ? 'a\u0000b' : 'x y',
        -1e9,
        NaN,
      ])
        expect(() => check(wrong), `${kind.name}: ${inspect(wrong)}`).toThrow(RangeError)
    }
  },
)
