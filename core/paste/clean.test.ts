import fc from 'fast-check'
import type { Node } from 'prosemirror-model'
import { expect, test } from 'vitest'
import { problemOfPage } from '../document/check.ts'
import { schema } from '../document/schema.ts'
import type { NodeKind } from '../kinds/kind.ts'
import { nodeKinds } from '../kinds/registry.ts'
import type { HtmlElement } from '../tree/tree.ts'
import { writeChildren } from '../html/write.ts'
import { asItCame, cleanHtml, cleanText, typedText } from './clean.ts'
import { isCode } from './is-code.ts'
import { serializeOuter } from 'parse5'

const written = (cleaned: ReturnType<typeof cleanHtml>): string => {
  const page = schema.node('doc', null, [schema.node('title'), ...cleaned.blocks])
  expect(problemOfPage(page)).toBeNull()
  return writeChildren(page, 'source', 0)
    .slice(1)
    .map((each) => serializeOuter(each))
    .join('\n')
}
const clean = (html: string): string => written(cleanHtml(html))

/** As a word processor writes a document to the clipboard; the form is common practice, the words are made up. */
const OFFICE = `<html xmlns:o="urn:schemas-microsoft-com:office:office"><head><meta name=Generator content="A word processor"><style>p.MsoNormal{margin:0}</style></head>
<body lang=EN-GB style='tab-interval:36.0pt'><!--StartFragment-->
<h1 style='mso-list:none'>Lifting<o:p></o:p></h1>
<p class=MsoNormal style='margin-bottom:8pt'><span style='font-size:11.0pt;font-family:"Calibri",sans-serif'>Keep it <b style='mso-bidi-font-weight:normal'>close</b>, and <span style='font-style:italic'>straight</span>.<o:p></o:p></span></p>
<p class=MsoNormal><o:p>&nbsp;</o:p></p>
<p class=MsoListParagraphCxSpFirst style='mso-list:l0 level1 lfo1'><![if !supportLists]><span style='mso-list:Ignore'>·<span style='font:7.0pt "Times New Roman"'>&nbsp;&nbsp; </span></span><![endif]>gloves</p>
<p class=MsoListParagraphCxSpMiddle style='mso-list:l0 level2 lfo1'><span style='mso-list:Ignore'>o<span>&nbsp; </span></span>leather</p>
<p class=MsoListParagraphCxSpLast style='mso-list:l0 level1 lfo1'><span style='mso-list:Ignore'>·</span>boots</p>
<p class=MsoNormal>Then:</p>
<p class=MsoListParagraph style='mso-list:l1 level1 lfo2'><span style='mso-list:Ignore'>1.<span>&nbsp;</span></span>bend</p>
<p class=MsoListParagraph style='mso-list:l1 level1 lfo2'><span style='mso-list:Ignore'>2.<span>&nbsp;</span></span>lift</p>
<table class=MsoTableGrid border=1 style='border-collapse:collapse'><tr><td colspan=2 style='width:100pt'><p class=MsoNormal>both<o:p></o:p></p></td></tr><tr><td rowspan=2><p class=MsoNormal>a</p></td><td><p class=MsoNormal>b</p></td></tr><tr><td><p class=MsoNormal>c</p></td></tr></table>
<p class=MsoNormal><a href="https://walls.example/" style='color:blue'><span style='text-decoration:underline'>the wall</span></a></p>
<img src="file:///C:/tmp/image001.png">
<!--EndFragment--></body></html>`

test('a word processor’s junk goes, its headings, nested lists, spans and links stay', () => {
  expect(clean(OFFICE)).toBe(`<h2>Lifting</h2>
<p>Keep it <strong>close</strong>, and <em>straight</em>.</p>
<ul><li>gloves<ul><li>leather</li></ul></li><li>boots</li></ul>
<p>Then:</p>
<ol><li>bend</li><li>lift</li></ol>
<table><tbody><tr><td colspan="2">both</td></tr><tr><td rowspan="2">a</td><td>b</td></tr><tr><td>c</td></tr></tbody></table>
<p><a href="https://walls.example/">the wall</a></p>`)
})

test('pieces that stand too deep in each other are told', () => {
  const { blocks, report } = cleanHtml(`${'<ul><li>a'.repeat(20)}${'</ul>'.repeat(20)}`)
  expect(blocks[0]!.textContent.replaceAll(' ', '')).toBe('a'.repeat(20))
  expect(report).toContain('the words of the innermost were kept without them')
})

test('one line says what came and what was left behind', () => {
  expect(cleanHtml(OFFICE).report).toMatch(
    /^Pasted: 1 heading, 3 paragraphs, 2 lists, 1 table, 1 link\. Left out: text size, font, spacing, layout, text colour, 1 empty line, 1 picture that the clipboard does not hold\. The page title is the only heading of level 1; this one became level 2\.$/,
  )
  expect(cleanHtml('plain').report).toBe('Pasted: 1 paragraph.')
})

test.each([
  [
    'a wrapper that is bold and says it is not',
    '<b style="font-weight:normal" id="docs-internal-guid-1"><p><span style="font-weight:700">a</span> b</p></b>',
    '<p><strong>a</strong> b</p>',
  ],
  [
    'headings by outline level and by style',
    '<p class=MsoTitle>T</p><p style="mso-outline-level:2">A</p>',
    '<h2>T</h2>\n<h3>A</h3>',
  ],
  [
    'a spreadsheet',
    '<table><col width=64><tr height=20><td class=xl65 style="height:15pt">1</td><td>2</td></tr></table>',
    '<table><tbody><tr><td>1</td><td>2</td></tr></tbody></table>',
  ],
  [
    'a web page’s looks',
    '<div class="css-1"><p style="color:#333;font-family:x" data-x="1">a</p><div style="background:white"><p>b</p></div></div>',
    '<p>a</p>\n<p>b</p>',
  ],
  [
    'a box stays a box',
    '<div style="background-color:#efe6d3;font-size:20px"><p>a</p></div>',
    '<div data-piece="box" data-edge="none" data-space="normal" style="background-color: #efe6d3"><p>a</p></div>',
  ],
  ['empty paragraphs at the ends', '<p></p><p>a</p><p>&nbsp;</p>', '<p>a</p>'],
])('%s', (_name, html, expected) => expect(clean(html)).toBe(expected))

test('words alone: a paragraph a line, nothing else', () => {
  expect(written(cleanText('a <b>\r\n\r\n  b\u0007\rc\ud800'))).toBe(
    '<p>a &lt;b&gt;</p>\n<p style="white-space: pre-wrap">  b</p>\n<p>c�</p>',
  )
  expect(cleanText('').blocks).toEqual([])
})

test('cleaning twice is cleaning once, and no word is lost on the way', () => {
  const piece = fc.constantFrom(
    '<p class=MsoNormal>',
    '</p>',
    '<span style="font-weight:700">',
    '</span>',
    '<b style="font-weight:normal">',
    '</b>',
    '<o:p>',
    '</o:p>',
    '<p style="mso-list:l0 level2 lfo1">',
    '<span style="mso-list:Ignore">1.</span>',
    'words ',
    '<table><tr><td>',
    '</table>',
    '<ul><li>',
    '</ul>',
    '<div style="border:1px solid">',
    '</div>',
    '<a href=x>',
    '</a>',
    '<!--StartFragment-->',
  )
  fc.assert(
    fc.property(fc.array(piece, { maxLength: 25 }), (parts) => {
      const once = clean(parts.join(''))
      expect(clean(once)).toBe(once)
      const count = (text: string): number => text.match(/words/g)?.length ?? 0
      if (!parts.includes('<!--StartFragment-->')) expect(count(once)).toBe(count(parts.join('')))
    }),
    { numRuns: 1500 },
  )
})

test('5,000 nested elements lose no word and throw nothing', () => {
  for (const tag of ['div', 'span', 'p style="mso-list:l0 level1"', 'b'])
    expect(
      cleanHtml(`${`<${tag}>`.repeat(5000)}deep`)
        .blocks.map((block) => block.textContent)
        .join(''),
    ).toContain('deep')
})

const FORMULA = '<m:oMath><m:sSup><m:e><m:r>x</m:r></m:e><m:sup><m:r>2</m:r></m:sup></m:sSup></m:oMath>'

test.each([
  ['a heading by its role', '<div role="heading" aria-level="3">Walls</div>', '<h3>Walls</h3>'],
  ['blank lines', '<div>One<br><br>Two<br>three</div>', '<p>One</p>\n<p>Two<br>three</p>'],
  [
    'blank lines within marks',
    '<p><b>One<br>&nbsp;<br>Two</b></p>',
    '<p><strong>One</strong></p>\n<p><strong>Two</strong></p>',
  ],
  ['blank lines of a program stay', '<pre>a<br><br>b</pre>', '<pre><code>a\n\nb</code></pre>'],
  [
    'the link that a heading has to itself',
    '<h2 id="x">Walls<a class="headerlink" href="#x" title="Permalink">¶</a></h2>',
    '<h2 id="x">Walls</h2>',
  ],
  [
    'the marker of a list',
    '<ol type="a" start="2"><li>b</li></ol>',
    '<ol start="2" style="list-style-type: lower-alpha"><li>b</li></ol>',
  ],
  [
    'two neighbouring lists of a word processor',
    '<p style="mso-list:l0 level1 lfo1"><span style="mso-list:Ignore">iii.</span>Three</p><p style="mso-list:l1 level1 lfo2"><span style="mso-list:Ignore">a)</span>New</p>',
    '<ol start="3" style="list-style-type: lower-roman"><li>Three</li></ol>\n<ol style="list-style-type: lower-alpha"><li>New</li></ol>',
  ],
  [
    'a formula of a word processor, without its picture',
    `<p>a <!--[if gte msEquation 12]>${FORMULA}<![endif]--><![if !msEquation]><img src="file:///x.png"><![endif]> b</p>`,
    '<p>a <span data-piece="equation">{x}^{2}</span> b</p>',
  ],
  [
    'rows between the marks of a clipboard',
    '<table><!--StartFragment--><tr><td>a</td></tr><!--EndFragment--></table>',
    '<table><tbody><tr><td>a</td></tr></tbody></table>',
  ],
])('%s', (_name, html, expected) => expect(clean(html)).toBe(expected))

test.each([
  ['hidden text', '<p>Seen <span style="display:none">secret</span></p>', 'secret', 'hidden text'],
  [
    'comments',
    '<p>Word<span class=MsoCommentReference><a class=msocomanchor href="#c">[A1]</a></span></p><div style="mso-element:comment-list"><div style="mso-element:comment"><p>Please check</p></div></div>',
    'Please',
    '1 comment',
  ],
  [
    'comments of which only the marks were copied',
    '<p>Word<span class=MsoCommentReference><span><a class=msocomanchor href="#c">[A1]</a></span></span> and <a class=msocomanchor href="#d">[A2]</a></p>',
    '[A',
    '2 comments',
  ],
  ['deleted words', '<p>Old <span class=msoDel>gone</span></p>', 'gone', 'words marked as deleted'],
])('%s are left out, and told', (_name, html, gone, told) => {
  expect(clean(html)).not.toContain(gone)
  expect(cleanHtml(html).report).toContain(told)
})

test('which words were left out with what is told in full, each once', () => {
  const html = `<p>Seen <span style="display:none">secret</span> <span class=msoDel>gone</span><svg></svg></p>
    <p>Word<span class=MsoCommentReference><a class=msocomanchor href="#c">[A1]</a></span></p>
    <div style="mso-element:comment-list"><div style="mso-element:comment"><p>Please
    check</p></div></div><p><span style="display:none">secret</span>End<svg></svg></p>`
  expect(cleanHtml(html).leftOut).toEqual([
    'Words that are hidden were left out: “secret”.',
    'Words marked as deleted were left out: “gone”.',
    'A comment was left out: “Please check”.',
    "A page can't hold “svg” yet; it was left out.",
  ])
  expect(cleanHtml('<p style="color: red">a <b>b</b></p>').leftOut).toEqual([])
})

test('the other readings: with the looks that a page has a place for, and as it came', () => {
  const html = '<p style="text-align: center"><span style="color:#c00000">red</span></p><p>&nbsp;</p><p>b<br><br>c</p>'
  expect(written(cleanHtml(html, { language: 'en' }, true))).toBe(
    '<p style="text-align: center"><span style="color: #c00000">red</span></p>\n<p>b</p>\n<p>c</p>',
  )
  expect(written(asItCame(html))).toContain('<p>b<br><br>c</p>')
})

/** Their looks stay behind, or what they refer to has to be known first (`pictures.test.ts`). */
const NOT_AS_THEY_WERE = new Set(['table', 'captionedTable', 'rule', 'picture', 'player', 'htmlPiece', 'linkCard'])
const PIECES = Object.values<NodeKind>(nodeKinds).filter(({ isPiece, name }) => isPiece && !NOT_AS_THEY_WERE.has(name))

/** All that a piece says; empty lines are none of it, nor where a paragraph stands: both are left behind. */
function saidBy(piece: Node | undefined): unknown[] {
  const said: unknown[] = [piece?.type.name, piece?.attrs]
  piece?.descendants((node) => {
    if (!(node.type.name === 'paragraph' && node.content.size === 0))
      said.push(node.type.name, node.type.name === 'paragraph' ? {} : node.attrs, node.text)
  })
  return said
}

test.each(PIECES.map((kind) => [kind.name, kind] as const))('%s is pasted with all its settings', (_name, kind) => {
  for (const example of kind.examples.filter(({ type }) => schema.nodes[type]!.isInGroup('block'))) {
    const block = schema.nodeFromJSON(example)
    const page = schema.node('doc', null, [schema.node('title'), block])
    const source = writeChildren(page, 'source', 0)[1] as HtmlElement
    expect(saidBy(cleanHtml(serializeOuter(source)).blocks[0])).toEqual(saidBy(block))
  }
})

test('plain text has its lists; a single line with a dash is a line', () => {
  expect(written(typedText('Take\n- gloves\n  1. leather\n  2. wool\n- boots\n\n3) bend\n4) lift\n- no list'))).toBe(
    '<p>Take</p>\n<ul><li>gloves<ol><li>leather</li><li>wool</li></ol></li><li>boots</li></ul>\n<ol start="3"><li>bend</li><li>lift</li></ol>\n<p>- no list</p>',
  )
})

test.each([
  ['<div class="a"><p>x</p></div>', true],
  ['  <!doctype html><html></html>', true],
  ['a < b and c > d', false],
  ['<3 you', false],
  ['<b>', false],
])('%s is HTML: %s', (text, isHtml) => expect(isCode(text)).toBe(isHtml))

test('bookmarks are places; those of programs only where something leads there', () => {
  // As word processors write them (common practice): visible names as they are, their own ones with a line before.
  const cleaned = cleanHtml(
    '<p><a href="#_Toc5">Intro</a> <a href="#Fall">falls</a></p>' +
      '<h2><a name="_Toc5"></a><a name="_Toc6"></a>Introduction</h2>' +
      '<p>a <a name="Fall"><span style="color:#333">wall falls</span></a><a name="_GoBack"></a> b<a name="OLE_LINK1"></a></p>' +
      '<p><a name="Alone"></a></p><p id="_x1">x</p>',
  )
  expect(written(cleaned)).toBe(
    '<p><a href="#_Toc5">Intro</a> <a href="#Fall">falls</a></p>\n' +
      '<h2 id="_Toc5">Introduction</h2>\n' +
      '<p>a <span id="Fall"></span>wall falls b</p>\n' +
      '<p><span id="Alone"></span></p>\n<p>x</p>',
  )
  expect(cleaned.report).toContain('2 named places')
})
