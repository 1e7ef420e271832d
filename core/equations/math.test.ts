import katex from 'katex'
import { serializeOuter } from 'parse5'
import { expect, test } from 'vitest'
import { readPage } from '../html/read.ts'
import { writePage } from '../html/write.ts'
import { everyElement, textOf } from '../tree/tree.ts'
import { texOf } from './from-mathml.ts'
import { mathOf, problemOfTex } from './math.ts'

/**
 * Formulas of school and first years of study (common practice). Each is set by two libraries that know nothing of each
 * other: the one in use, and KaTeX.
 */
const FORMULAS = [
  'a^2 + b^2 = c^2',
  'x = \\frac{-b \\pm \\sqrt{b^2 - 4ac}}{2a}',
  '\\sqrt[3]{\\frac{x}{y}}',
  '\\sum_{i=1}^{n} i = \\frac{n(n+1)}{2}',
  '\\int_0^\\infty e^{-x^2}\\,dx = \\frac{\\sqrt{\\pi}}{2}',
  '\\lim_{h \\to 0} \\frac{f(x+h)-f(x)}{h}',
  '\\begin{pmatrix} a & b \\\\ c & d \\end{pmatrix}',
  'f(x) = \\begin{cases} 1 & x > 0 \\\\ 0 & x \\le 0 \\end{cases}',
  '\\alpha + \\beta \\le \\gamma \\ne \\Omega',
  '\\vec{F} = m\\vec{a}',
  '\\overline{AB} \\perp \\overline{CD}',
  '\\binom{n}{k} = \\frac{n!}{k!(n-k)!}',
  '\\left( \\frac{1}{2} \\right)^2',
  'A \\cup B \\subseteq C \\cap \\emptyset',
  '\\forall x \\in \\mathbb{R} \\; \\exists y : y > x',
  '\\text{tonnes} = 2.3\\,\\frac{\\text{t}}{\\text{m}^3}',
  'e^{i\\pi} + 1 = 0',
  '\\prod_{p} \\frac{1}{1-p^{-s}}',
  '\\nabla \\times \\mathbf{E} = -\\frac{\\partial \\mathbf{B}}{\\partial t}',
  '\\begin{aligned} x &= 1 \\\\ y &= 2 \\end{aligned}',
]

const shown = (html: string): string => {
  const words = html
    .replace(/<annotation[^]*?<\/annotation>/g, '')
    .replace(/<[^>]+>/g, '')
    .replaceAll('&nbsp;', ' ')
  // Signs for what is applied or multiplied unseen, and spaces, are set by each in its own way.
  // A bar, an arrow and a perpendicular are drawn by signs that look alike.
  return words
    .replace(/[\u0304\u0305\u00af\u02c9\u203e]/g, '')
    .replace(/\u20d7/g, '→')
    .replace(/\u27c2/g, '⊥')
    .normalize('NFKC')
    .replace(/[\s\u2061-\u2064\u00a0\u2002-\u200b]/g, '')
    .replace(/−|-/g, '-')
    .replace(/\u2217/g, '*')
}

test.each(FORMULAS)('%s is set with the same signs in the same order as by another library', (tex) => {
  const set = mathOf(tex, true)
  if ('problem' in set) throw new Error(set.problem.message)
  const other = katex.renderToString(tex, { output: 'mathml', displayMode: true, throwOnError: true })
  expect(shown(serializeOuter(set.math))).toBe(shown(other))
})

test.each(FORMULAS)('%s comes back from its MathML, by its annotation and without', (tex) => {
  const set = mathOf(tex, false)
  if ('problem' in set) throw new Error(set.problem.message)
  expect(texOf(set.math)).toBe(tex)
  for (const each of everyElement([set.math]))
    each.childNodes = each.childNodes.filter((node) => node.nodeName !== 'annotation')
  const again = texOf(set.math)
  expect(again).not.toBeNull()
  expect(problemOfTex(again!), again!).toBeNull()
})

test('a formula carries itself as its alternative text, and no class or style of a sheet that is not there', () => {
  const set = mathOf('\\frac{1}{2}', true)
  if ('problem' in set) throw new Error(set.problem.message)
  expect(serializeOuter(set.math)).toMatch(/^<math [^>]*display="block"[^>]*alttext="\\frac\{1\}\{2\}"/)
  expect(serializeOuter(set.math)).not.toContain('class=')
})

test.each([
  ['\\frac{w}{2h} = \\sqrt{x', '} is missing at the end.', 22],
  ['\\frac{a', 'The formula ends too early: something in { } is missing.', 7],
  ['\\frac{a}', 'The formula ends too early: something in { } is missing.', 8],
  ['\\left( a', '\\right is missing at the end.', 8],
  ['a \\right)', 'There is no \\left for this \\right.', 2],
  ['a } b', 'There is no { for this }.', 2],
  ['a & b', '& can’t stand here.', 2],
  ['x + \\nosuchthing{y}', 'There is no command \\nosuchthing.', 4],
  ['\\begin{nope}a\\end{nope}', 'There is no environment “nope”.', 6],
  ['\\begin{matrix} a & b', 'The environment is not closed: \\end{…} is missing.', 20],
  ['\\begin{matrix}a\\end{cases}', '\\begin{matrix} can’t be closed by \\end{cases}.', 15],
  ['x^2^3', 'Two superscripts follow each other: put what belongs together in { }.', 3],
  ['\\sqrt', 'What \\sqrt belongs to is missing after it.', 5],
  ['x + y^', 'Something is missing after ^ or _.', 5],
  ['$x$', '$ can’t stand in a formula.', 0],
  ['\\def\\a{\\a\\a}\\a', 'A command in it stands for itself, without end.', 14],
  ['\\limits', 'Limit controls must follow a math operator.', 0],
])('%s can’t be set, and says why and where', (tex, message, position) => {
  expect(problemOfTex(tex)).toEqual({ message, position })
})

test('a hostile formula is set without harm, or not at all', () => {
  const unsafe = [
    '\\href{javascript:alert(1)}{x}',
    '\\style{background:url(x)}{y}',
    '\\class{x}{y}',
    '\\includegraphics{http://a.example/x.png}',
  ]
  for (const tex of unsafe) {
    const set = mathOf(tex, false)
    const html =
      'math' in set ? serializeOuter(set.math).replace(/<annotation[^]*?<\/annotation>|alttext="[^"]*"/g, '') : ''
    expect(html, tex).not.toMatch(/href|url\(|<img|<mglyph|class=/)
  }
  expect(problemOfTex('{'.repeat(100_000))).not.toBeNull()
  expect(problemOfTex('\\def\\a{\\a\\a}\\a')).not.toBeNull()
  const math = mathOf('<script>alert(1)</script>', false)
  expect('math' in math && textOf(math.math)).toContain('script')
})

test('MathML from elsewhere becomes an equation, in a line or on its own; what can’t be read stays and is told', () => {
  const source = (html: string): string => writePage(readPage(html, { isPassage: true }).page, 'source').slice(10)
  expect(source('<p>So <math><msup><mi>x</mi><mn>2</mn></msup></math> is.</p>')).toBe(
    '<p>So <span data-piece="equation">x^{2}</span> is.</p>',
  )
  expect(source('<p>a</p><math display="block" id="half"><mfrac><mn>1</mn><mn>2</mn></mfrac></math>')).toBe(
    '<p>a</p>\n<div data-piece="equation" id="half">\\frac{1}{2}</div>',
  )
  expect(readPage('<p>a <math></math></p>').notes.map(({ type, tag }) => [type, tag])).toEqual([['left out', 'math']])
})
