import { expect, test } from 'vitest'
import { cleanHtml } from '../paste/clean.ts'
import { checkSource } from '../source/check/check.ts'
import { problemOfPage } from '../document/check.ts'
import type { ReadRule } from '../kinds/kind.ts'
import { markKinds, nodeKinds } from '../kinds/registry.ts'
import { readPage } from './read.ts'

/*
 * Code may hold any name, and some are names that every object has. Where what is known of names stands in an object,
 * they are found there, as something that nobody meant.
 */
const NAMES = ['constructor', '__proto__', 'toString', 'hasOwnProperty', 'valueOf']

const rules: readonly ReadRule[] = [...Object.values(nodeKinds), ...Object.values(markKinds)].flatMap(
  (kind): readonly ReadRule[] => kind.reads,
)
const tags = [...new Set(['p', 'div', 'aside', 'ol', 'dialog', ...rules.map(({ tag }) => tag)])]
const attributes = [...new Set(['class', 'role', 'href', 'id', ...rules.flatMap(({ understands }) => understands)])]
const properties = [...new Set(['float', 'display', ...rules.flatMap(({ styles = [] }) => styles)])]

const fragments = (name: string): string[] => [
  `<${name}>a</${name}>`,
  ...tags.flatMap((tag) => [
    `<${tag} ${attributes.map((attribute) => `${attribute}="${name}"`).join(' ')}>a</${tag}>`,
    ...properties.map((property) => `<${tag} style="${property}: ${name}">a</${tag}>`),
    `<${tag} style="${name}: red; border-${name}: 1px solid; border-${name}-color: red">a</${tag}>`,
    `<${tag} ${name}="1" class="box ${name}" style="border: ${name}">a</${tag}>`,
    `<${tag} data-piece="${name}">a</${tag}>`,
  ]),
]

test.each(NAMES)('“%s” is a name like any other: in tags, attributes, classes and styles', (name) => {
  const all = fragments(name)
  expect(all.length).toBeGreaterThan(500)
  for (const html of all) {
    const { page } = readPage(html, { positions: true, isPassage: true })
    expect(problemOfPage(page), html).toBeNull()
    expect(() => page.check(), html).not.toThrow()
  }
  const together = all.join('\n')
  expect(() => cleanHtml(together)).not.toThrow()
  expect(() => checkSource(together)).not.toThrow()
})
