import { getSchema } from '@tiptap/core'
import { expect, test } from 'vitest'
import { schema } from '../../core/document/schema.ts'
import { kindExtensions } from './tiptap-kinds.ts'

const editor = getSchema(kindExtensions())

const FIELDS = [
  'content',
  'group',
  'marks',
  'inline',
  'atom',
  'code',
  'defining',
  'isolating',
  'selectable',
  'inclusive',
  'excludes',
  'tableRole',
  'linebreakReplacement',
] as const

/** A spec by its fields that matter, absent and undefined alike. */
function fields(spec: Record<string, unknown>): Record<string, unknown> {
  return Object.fromEntries(FIELDS.map((field) => [field, spec[field]]).filter(([, value]) => value !== undefined))
}

const defaults = (spec: { attrs?: Record<string, { default?: unknown }> | null }): [string, unknown][] =>
  Object.entries(spec.attrs ?? {}).map(([name, attr]) => [name, attr.default])

test('both schemas have the same nodes and marks, in the same order', () => {
  expect(Object.keys(editor.nodes)).toEqual(Object.keys(schema.nodes))
  expect(Object.keys(editor.marks)).toEqual(Object.keys(schema.marks))
  expect(editor.topNodeType.name).toBe(schema.topNodeType.name)
})

test.each(Object.keys(schema.nodes))('the node %s is the same on both sides', (name) => {
  expect(fields(editor.nodes[name]!.spec)).toEqual(fields(schema.nodes[name]!.spec))
  expect(defaults(editor.nodes[name]!.spec)).toEqual(defaults(schema.nodes[name]!.spec))
})

test.each(Object.keys(schema.marks))('the mark %s is the same on both sides', (name) => {
  expect(fields(editor.marks[name]!.spec)).toEqual(fields(schema.marks[name]!.spec))
  expect(defaults(editor.marks[name]!.spec)).toEqual(defaults(schema.marks[name]!.spec))
})
