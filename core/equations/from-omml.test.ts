import { expect, test } from 'vitest'
import { mathOf } from './math.ts'
import { texOfOmml } from './from-omml.ts'

const run = (words: string): string => `<m:r><m:t>${words}</m:t></m:r>`
const e = (words: string): string => `<m:e>${run(words)}</m:e>`

// The forms of ECMA-376, part 1, clause 22.1.2, each with what LaTeX has for it.
test.each([
  ['f', `<m:f><m:num>${run('a')}</m:num><m:den>${run('b')}</m:den></m:f>`, '\\frac{a}{b}'],
  [
    'f without a bar',
    `<m:f><m:fPr><m:type m:val="noBar"/></m:fPr><m:num>${run('n')}</m:num><m:den>${run('k')}</m:den></m:f>`,
    '\\binom{n}{k}',
  ],
  ['sSup', `<m:sSup>${e('x')}<m:sup>${run('2')}</m:sup></m:sSup>`, '{x}^{2}'],
  ['sSubSup', `<m:sSubSup>${e('x')}<m:sub>${run('i')}</m:sub><m:sup>${run('2')}</m:sup></m:sSubSup>`, '{x}_{i}^{2}'],
  ['rad', `<m:rad><m:radPr><m:degHide m:val="1"/></m:radPr><m:deg/>${e('x')}</m:rad>`, '\\sqrt{x}'],
  ['rad with a degree', `<m:rad><m:deg>${run('3')}</m:deg>${e('x')}</m:rad>`, '\\sqrt[3]{x}'],
  [
    'nary',
    `<m:nary><m:naryPr><m:chr m:val="∑"/></m:naryPr><m:sub>${run('i=1')}</m:sub><m:sup>${run('n')}</m:sup>${e('i')}</m:nary>`,
    '\\sum_{i=1}^{n} {i}',
  ],
  ['nary without a sign is an integral', `<m:nary><m:sub/><m:sup/>${e('f')}</m:nary>`, '\\int_{}^{} {f}'],
  [
    'd',
    `<m:d><m:dPr><m:begChr m:val="["/><m:endChr m:val="]"/></m:dPr>${e('a')}${e('b')}</m:d>`,
    '\\left[ a|b \\right]',
  ],
  ['func', `<m:func><m:fName>${run('sin')}</m:fName>${e('x')}</m:func>`, '\\sin {x}'],
  [
    'limLow in func',
    `<m:func><m:fName><m:limLow>${e('lim')}<m:lim>${run('n→∞')}</m:lim></m:limLow></m:fName>${e('a')}</m:func>`,
    '{\\lim_{n→∞}} {a}',
  ],
  ['acc', `<m:acc><m:accPr><m:chr m:val="\u20d7"/></m:accPr>${e('v')}</m:acc>`, '\\vec{v}'],
  [
    'm',
    `<m:m><m:mr>${e('a')}${e('b')}</m:mr><m:mr>${e('c')}${e('d')}</m:mr></m:m>`,
    '\\begin{matrix}a & b \\\\ c & d\\end{matrix}',
  ],
  ['eqArr', `<m:eqArr>${e('x&amp;=1')}${e('y&amp;=2')}</m:eqArr>`, '\\begin{aligned}x&=1 \\\\ y&=2\\end{aligned}'],
  ['plain text', '<m:r><m:rPr><m:nor/></m:rPr><m:t>if</m:t></m:r>', '\\text{if}'],
  ['an upright name', '<m:r><m:rPr><m:sty m:val="p"/></m:rPr><m:t>sin</m:t></m:r>' + run('x'), '\\sin x'],
  ['signs of LaTeX', run('5% {a}'), '5\\% \\{a\\}'],
  [
    'as a clipboard has it',
    "<i style='x'><span lang=EN style='font-family:\"Cambria Math\",serif'><m:r>a</m:r></span></i><m:sSup><m:e><i><m:r>b</m:r></i></m:e><m:sup><m:r>2</m:r></m:sup></m:sSup>",
    'a{b}^{2}',
  ],
])('%s', (_name, omml, tex) => {
  expect(texOfOmml(`<m:oMath>${omml}</m:oMath>`)).toBe(tex)
  expect(mathOf(tex, true)).toHaveProperty('math')
})

test('what is no formula, broken or without an end, is none', () => {
  expect(texOfOmml('<m:oMath></m:oMath>')).toBeNull()
  expect(texOfOmml('<m:oMath><m:f>')).toBeNull()
  expect(texOfOmml(`<m:oMath>${'<m:e>'.repeat(100_000)}`)).toBeNull()
  expect(texOfOmml(`<m:oMath>${'<m:e>'.repeat(500)}x${'</m:e>'.repeat(500)}</m:oMath>`)).toBe('x')
  expect(texOfOmml(`<m:oMath>${run('\\href{javascript:x}{y}')}</m:oMath>`)).not.toContain('\\href')
})
