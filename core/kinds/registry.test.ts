import { readdirSync } from 'node:fs'
import { expect, test } from 'vitest'
import { attributeSpecs, schema } from '../document/schema.ts'
import type { MarkKind, NodeKind } from './kind.ts'
import { markKinds, nodeKinds } from './registry.ts'

const kinds: (NodeKind | MarkKind)[] = [...Object.values<NodeKind>(nodeKinds), ...Object.values<MarkKind>(markKinds)]

test('every folder of kinds is in the registry', async () => {
  const folders = readdirSync(new URL('.', import.meta.url), { withFileTypes: true }).filter((entry) => entry.isDirectory())
  for (const { name } of folders) {
    const module = (await import(`./${name}/${name === 'table' ? 'kinds' : 'kind'}.ts`)) as Record<string, unknown>
    const exported = Object.values(module).filter((value): value is NodeKind => typeof value === 'object' && value !== null && 'reads' in value)
    expect(exported.length, name).toBeGreaterThan(0)
    for (const kind of exported) expect(kinds, kind.name).toContain(kind)
  }
})

test.each(kinds)('$name is registered under its name, with a label and complete defaults', (kind) => {
  expect(kind.type === 'node' ? schema.nodes[kind.name] : schema.marks[kind.name]).toBeDefined()
  expect(kind.label).toMatch(/^[a-z][a-z ]*$/)
  const defaults = kind.attributes.parse({})
  for (const [name, { default: value }] of Object.entries(attributeSpecs(kind))) expect(defaults).toHaveProperty(name, value)
})

test.each(kinds.filter(({ attributes }) => Object.keys(attributes.shape).length > 0))('$name refuses values of nobody', (kind) => {
  for (const spec of Object.values(attributeSpecs(kind))) {
    const check = spec.validate as (value: unknown) => void
    for (const wrong of [undefined, [], { evil: true }, 'javascript:alert(1)', -1e9, NaN]) expect(() => check(wrong), `${kind.name}: ${String(wrong)}`).toThrow(RangeError)
  }
})
