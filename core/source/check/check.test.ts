import fc from 'fast-check'
import { expect, test } from 'vitest'
import { anyPage } from '../../../test/shared/pages.ts'
import { printSource } from '../print.ts'
import { checkSource, repaired } from './check.ts'

const told = (html: string): string[] => checkSource(html).map(({ line, rule }) => `${line} ${rule}`)
/** The source after the first repair of its first diagnostic. */
const mended = (html: string, repair = 0): string => repaired(html, checkSource(html)[0]!.repairs[repair]!.edits)

test.each<[string, string, string[], string]>([
  ['an unclosed block', '<p>a</p>\n<div>\n<p>b</p>', ['2 unclosed'], '<p>a</p>\n<div>\n<p>b</p></div>'],
  ['one that another closes', '<section>\n<div><p>b</p>\n</section>', ['2 unclosed'], '<section>\n<div><p>b</p>\n</div></section>'],
  ['an unclosed mark', '<p>a <b>b</p><p>c</p>', ['1 unclosed'], '<p>a <b>b</b></p><p>c</p>'],
  ['wrong order', '<p><b>a <i>b</b> c</i></p>', ['1 misnested'], '<p><b>a <i>b</i></b> c</p>'],
  ['an end too many', '<p>a</p>\n</div>', ['2 stray-end'], '<p>a</p>\n'],
  ['a block in a paragraph', '<p>a<div>b</div></p>', ['1 stray-end'], '<p>a<div>b</div>'],
  ['an id twice', '<h2 id="a">x</h2>\n<p id="a">y</p>', ['2 duplicate-id'], '<h2 id="a">x</h2>\n<p id="a-2">y</p>'],
  ['a dead target, nearly right', '<a href="#Slpe">x</a><h2 id="slope">y</h2>', ['1 dead-target'], '<a href="#slope">x</a><h2 id="slope">y</h2>'],
  ['a dead target', '<p><a href="#nowhere">x</a></p>', ['1 dead-target'], '<p>x</p>'],
  ['script', '<p>a</p><script>x < 1</script>', ['1 unsafe'], '<p>a</p>'],
  ['script in an attribute', '<p onclick="x()" class="a">a</p>', ['1 unsafe'], '<p class="a">a</p>'],
  ['script in an address', '<p><a href="javascript:x()">a</a></p>', ['1 unsafe'], '<p><a>a</a></p>'],
  ['an element that is gone', '<center>a <b>b</b></center>', ['1 obsolete'], 'a <b>b</b>'],
  ['attributes that are gone', '<table border="1" cellpadding=3><tr><td>a</table>', ['1 obsolete'], '<table><tr><td>a</table>'],
  ['words outside an item', '<ul>\n<li>a</li>\nlost\n</ul>', ['3 outside'], '<ul>\n<li>a</li>\n<li>lost</li>\n</ul>'],
])('%s is found and repaired', (_name, html, expected, after) => {
  expect(told(html)).toEqual(expected)
  expect(mended(html)).toBe(after)
  expect(checkSource(after)).toEqual([])
})

test.each(['<p>a<p>b<ul><li>x<li>y</ul>', '<table><tr><td>a<td>b<tr><td>c</table>', '<img src=x.png><br><hr>', '<details><summary>a</summary>b</details>', '<h2>Where it goes</h2><a href="#where-it-goes">x</a><a href="#top">y</a>', '<svg viewBox="0 0 1 1"><path d="M0 0"/></svg>', '<ul><li>a</li><ul><li>b</li></ul></ul>', '<!doctype html><title>x < y</title><p>1 &lt; 2', '<dl><dt>a<dd>b<dt>c<dd>d</dl>'])('quiet about %s', (html) => expect(checkSource(html)).toEqual([]))

test('every sentence stands at its line and column, and says where what', () => {
  const [first] = checkSource('<p>a</p>\n  <div>\n<p>b</p>')
  expect(first).toMatchObject({ line: 2, column: 3, severity: 'error' })
  expect(first!.message).toBe('“<div>” is never closed. What follows lies in it to the end of the page.')
  expect(checkSource('<b><i></b></i>')[0]!.message).toContain('opened inside it (line 1)')
})

test('our own source has nothing to find in it', () => {
  fc.assert(
    fc.property(anyPage, (page) => {
      const found = checkSource(printSource(page).html).filter(({ rule, message }) => !(rule === 'dead-target' || rule === 'duplicate-id') && !message.includes('“/a b”'))
      expect(found).toEqual([])
    }),
    { numRuns: 200 },
  )
})

test('any text is checked without throwing, and every repair can be made', () => {
  const piece = fc.constantFrom('<p>', '</p>', '<div>', '</div>', '<b>', '</b>', '<ul>', '<li>', '</ul>', '<table>', '<td>', '</table>', '<a href="#x">', '</a>', '<script>', '<p id="x">', '<font color=red>', '</font>', 'words', '\n', '<', '"', '<img onerror=x>', '<textarea>', '<plaintext>', '</svg>')
  fc.assert(
    fc.property(fc.array(piece, { maxLength: 30 }), (parts) => {
      const text = parts.join('')
      for (const { repairs, from, to, line } of checkSource(text)) {
        expect(from).toBeLessThanOrEqual(to)
        expect(line).toBeGreaterThan(0)
        for (const { edits } of repairs) expect(repaired(text, edits)).not.toBe(text)
      }
    }),
    { numRuns: 500 },
  )
})
