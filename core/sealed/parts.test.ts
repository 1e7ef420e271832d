import fc from 'fast-check'
import { parseFragment } from 'parse5'
import { expect, test } from 'vitest'
import { apart, problemOfParts, together } from './parts.ts'

test.each([
  ['<style>b{}</style><p>x</p><script>go()</script>', { style: 'b{}', html: '<p>x</p>', script: 'go()' }],
  ['<p>x</p>', { style: '', html: '<p>x</p>', script: '' }],
  ['', { style: '', html: '', script: '' }],
  ['<script>\na()\n</script>\n', { style: '', html: '', script: 'a()' }],
  // What has something of its own, or stands elsewhere, stays where it is.
  [
    '<style media="print">b{}</style><p>x</p>',
    { style: '', html: '<style media="print">b{}</style><p>x</p>', script: '' },
  ],
  ['<p>x</p><script>a()</script><p>y</p>', { style: '', html: '<p>x</p><script>a()</script><p>y</p>', script: '' }],
  [
    '<script>a()</script><p>x</p><script>b()</script>',
    { style: '', html: '<script>a()</script><p>x</p>', script: 'b()' },
  ],
  ['<script type="module">a()</script>', { style: '', html: '<script type="module">a()</script>', script: '' }],
])('%s is taken apart', (code, parts) => {
  expect(apart(code)).toEqual(parts)
})

test('parts that were put together come apart as they were, whatever is in them', () => {
  const text = fc.oneof(
    fc.string(),
    fc.constantFrom('b{color:red}', 'a()\nb()', '<p>x</p>\n', ' <b>', 'if (1 < 2) go("</p>")', '\n'),
  )
  let count = 0
  fc.assert(
    fc.property(text, text, text, (html, style, script) => {
      const parts = { html, style: style.trim(), script: script.trim() }
      // Code that is seen may itself begin with a style; then that is the one.
      fc.pre(problemOfParts(parts) === '' && !/<\/?(style|script)/i.test(html))
      fc.pre(parts.style !== '' || !/^\s/.test(html))
      fc.pre(parts.script !== '' || html === html.trimEnd())
      count++
      expect(apart(together(parts))).toEqual(parts)
    }),
    { numRuns: 1000 },
  )
  expect(count).toBeGreaterThan(200)
})

test('a browser finds the same elements in what was put together again', () => {
  const shape = (code: string): unknown =>
    parseFragment(code).childNodes.flatMap((node) =>
      node.nodeName === '#text' && 'value' in node && node.value.trim() === ''
        ? []
        : [
            [
              node.nodeName,
              'childNodes' in node
                ? node.childNodes.map((each) => ('value' in each ? each.value.trim() : each.nodeName))
                : '',
            ],
          ],
    )
  for (const code of [
    '<style>b{}</style><p>x</p><script>go()</script>',
    '<STYLE>\nb{}</STYLE>\n<p>x</p>\n<SCRIPT>go("<p>")\n</SCRIPT>\n',
    '<style>a{}</style><style>b{}</style>words',
  ])
    expect(shape(together(apart(code))), code).toEqual(shape(code))
})

test('what would end a part too early is told', () => {
  expect(problemOfParts({ html: '', style: 'b::after{content:"</style>"}', script: '' })).toContain('style')
  expect(problemOfParts({ html: '', style: '', script: 'x = "</script>"' })).toContain('<\\/script')
  expect(problemOfParts({ html: '</style></script>', style: 'b{}', script: 'if (a < b) c()' })).toBe('')
})
