import fc from 'fast-check'
import { readdirSync } from 'node:fs'
import type { Node } from 'prosemirror-model'
import { describe, expect, test } from 'vitest'
import { anyPage } from '../../test/shared/pages.ts'
import { problemOfPage } from '../document/check.ts'
import { readPage } from '../html/read.ts'
import { writePage } from '../html/write.ts'
import { countFindings, proof, repairOf } from './proof.ts'
import { rules } from './registry.ts'
import type { Example, Known, Rule } from './rule.ts'

const page = (html: string): Node => readPage(`<h1>T</h1>${html}`).page
const html = (of: Node): string => writePage(of, 'source').replace(/^<h1>T<\/h1>\n?/, '')
const knownOf = ({ entries }: Example): Known => ({ entries: entries ? new Set(entries) : null })
const own = (rule: Rule, of: Node, known?: Known) => proof(of, known).filter((finding) => finding.rule === rule.id)

test('every file of rules is in the registry under its name', () => {
  expect(
    readdirSync(new URL('rules/', import.meta.url))
      .map((file) => file.replace('.ts', ''))
      .sort(),
  ).toEqual(rules.map(({ id }) => id).sort())
})

describe.each(rules.map((rule) => [rule.id, rule] as const))('%s', (_id, rule) => {
  test('says why, for which criterion, and has examples of both sorts', () => {
    if (rule.criterion !== null) expect(rule.criterion).toMatch(/^[1-4]\.\d+\.\d+ \S/)
    expect(rule.why.length).toBeGreaterThan(40)
    expect(rule.good.length).toBeGreaterThan(0)
    expect(rule.bad.length).toBeGreaterThan(0)
    for (const { id } of rule.repairs)
      expect(
        rule.bad.some(({ repair }) => repair === id),
        `an example of the repair ${id}`,
      ).toBe(true)
  })

  test('is quiet about what is good', () => {
    for (const example of rule.good) expect(own(rule, page(example.html), knownOf(example)), example.html).toEqual([])
  })

  test('finds what is bad, its repair gives exactly what it should, and nothing is left to repair', () => {
    for (const example of rule.bad) {
      const start = page(example.html)
      const known = knownOf(example)
      const [finding, ...others] = own(rule, start, known)
      expect(others).toEqual([])
      expect(finding?.message.length).toBeGreaterThan(10)
      const transform = repairOf(start, finding!, example.repair!, example.words, known)!
      expect(problemOfPage(transform.doc)).toBeNull()
      expect(html(transform.doc)).toBe(example.repaired)
      expect(own(rule, transform.doc, known)).toEqual([])
      expect(repairOf(transform.doc, finding!, example.repair!, example.words, known)).toBeNull()
      // One step back from each step of the repair is the page as it was.
      let back = transform.doc
      for (let at = transform.steps.length - 1; at >= 0; at--)
        back = transform.steps[at]!.invert(transform.docs[at]!).apply(back).doc!
      expect(back.eq(start)).toBe(true)
    }
  })

  test('a repair that asks for words does nothing without them', () => {
    for (const { id } of rule.repairs.filter(({ asks }) => asks)) {
      const start = page(rule.bad.find(({ repair }) => repair === id)!.html)
      expect(repairOf(start, own(rule, start)[0]!, id, '  ')).toBeNull()
    }
  })
})

test('a finding keeps its fingerprint while its passage does, wherever it moves', () => {
  const link = '<p><a href="https://a.example">here</a></p>'
  const [first] = proof(page(link))
  const moved = proof(page(`<p>new</p><h2>x</h2>${link}`))
  expect(moved.map(({ fingerprint }) => fingerprint)).toEqual([first!.fingerprint])
  expect(proof(page(link.replace('here', 'more')))[0]!.fingerprint).not.toBe(first!.fingerprint)
  const twice = proof(page(link + link))
  expect(new Set(twice.map(({ fingerprint }) => fingerprint)).size).toBe(2)
  expect(countFindings(twice, new Set([first!.fingerprint]))).toEqual({ blocks: 0, right: 1, look: 0 })
})

test('what blocks someone comes first, then the order of the page', () => {
  expect(
    proof(page('<h4>a</h4><p><a href="https://a.example">here</a></p><table><tr><td>a<td>b</table>')).map(
      ({ rule }) => rule,
    ),
  ).toEqual(['table-without-headers', 'skipped-heading', 'vague-link'])
})

test('any page is looked over without throwing, every finding stands in it, and every repair keeps the page right', () => {
  fc.assert(
    fc.property(anyPage, (start) => {
      const known = { entries: new Set<string>() }
      for (const finding of proof(start, known)) {
        expect(finding.from).toBeLessThan(finding.to)
        expect(finding.to).toBeLessThanOrEqual(start.content.size)
        for (const { id } of rules.find((rule) => rule.id === finding.rule)!.repairs) {
          const transform = repairOf(start, finding, id, 'words', known)
          if (transform) expect(problemOfPage(transform.doc)).toBeNull()
        }
      }
    }),
    { numRuns: 150 },
  )
})
