import fc from 'fast-check'
import { expect, test } from 'vitest'
import { anyPage } from '../../../test/shared/pages.ts'
import { problemOfPage } from '../../document/check.ts'
import { plainText } from '../../document/plain-text.ts'
import { printSource } from '../../source/print.ts'
import { readPage } from '../read.ts'
import { renderPage } from '../render.ts'
import { fillSlots } from '../slots.ts'
import { writePage } from '../write.ts'

const read = (html: string) => {
  const { page, notes } = readPage(html, { positions: true })
  expect(problemOfPage(page)).toBeNull()
  return {
    html: writePage(page, 'source').replace(/^<h1><\/h1>\n?/, ''),
    told: notes.filter(({ type }) => type === 'recognised').map(({ line, message }) => `${line}: ${message}`),
    notes,
  }
}
const TABS =
  '<div data-piece="tabs"><section id="a"><h3>One</h3><p>1</p></section><section id="b"><h3>Two</h3><p>2</p></section></div>'

test.each([
  [
    'a list of links and matching blocks',
    '<ul class="nav"><li><a href="#a">One</a></li><li><a href="#b">Two</a></li></ul><div id="a"><p>1</p></div><div id="b"><p>2</p></div>',
  ],
  [
    'the blocks in a wrapper, all in another',
    '<div class="tabbed">\n<ul>\n<li><a href="#a">One</a>\n<li><a href="#b">Two</a>\n</ul>\n<div class="content">\n<div id="a">1</div>\n<div id="b">2</div>\n</div></div>',
  ],
  [
    'by the roles of ARIA',
    '<div role="tablist"><button role="tab" aria-controls="a">One</button><button role="tab" aria-controls="b">Two</button></div><div role="tabpanel" id="a">1</div><div role="tabpanel" id="b">2</div>',
  ],
  [
    'blocks in another order than the links',
    '<ul><li><a href="#a">One</a><li><a href="#b">Two</a></ul><section id="b">2</section><section id="a">1</section>',
  ],
  [
    'radio buttons, then their blocks',
    '<input type="radio" name="t" id="r1" checked><label for="r1">One</label><input type="radio" name="t" id="r2"><label for="r2">Two</label><div id="a">1</div><div id="b">2</div>',
  ],
  [
    'radio buttons, each with its block behind it',
    '<div class="tabbed"><input type="radio" name="t" id="r1"><label for="r1">One</label>\n<div id="a">1</div>\n<input type="radio" name="t" id="r2"><label for="r2">Two</label><div id="b">2</div></div>',
  ],
  [
    'radio buttons, and their blocks in one',
    '<input type="radio" name="t" id="r1"><label for="r1">One</label><input type="radio" name="t" id="r2"><label for="r2">Two</label><div><section id="a">1</section><section id="b">2</section></div>',
  ],
  [
    'classes alone: the first opens the first',
    '<ul class="tabs"><li><a href="#">One</a><li><a href="#">Two</a></ul><div class="tab-pane" id="a">1</div><div class="tab-pane" id="b">2</div>',
  ],
])('tabs: %s', (_name, source) => {
  const { html, told } = read(source)
  expect(html).toBe(TABS)
  expect(told).toHaveLength(1)
  expect(told[0]).toContain('became tabs with 2 parts.')
})

test('tabs that a script turns by the names of their blocks', () => {
  const { html, told } = read(
    `<div class="tab"><button onclick="show(event, 'b')">Two</button><button onclick="show(event, 'a')">One</button></div><div id="a">1</div><div id="b">2</div>`,
  )
  expect(html).toMatch(/<section id="b"><h3>Two<\/h3><p>2<\/p><\/section><section id="a"><h3>One/)
  expect(told[0]).toContain('became tabs with 2 parts.')
})

const CAPTIONED = '<table><caption>Weights</caption><tbody><tr><td>a</td></tr></tbody></table>'

test.each([
  ['before it', '<p class=MsoCaption>Weights</p>\n<table><tr><td>a</table>'],
  ['after it', '<table><tr><td>a</table><p class="caption">Weights</p>'],
  ['in a figure', '<figure><table><tr><td>a</table><figcaption>Weights</figcaption></figure>'],
])('the caption of a table %s', (_name, source) => {
  const { html, told } = read(source)
  expect(html).toBe(CAPTIONED)
  expect(told[0]).toContain('became its caption')
})

test.each([
  ['a caption without a table', '<p class="caption">Weights</p><p>a</p>'],
  ['a table that has one', '<p class="caption">Other</p><table><caption>Weights</caption><tr><td>a</table>'],
  ['a table without rows', '<p class="caption">Weights</p><table></table>'],
  ['a figure with more in it', '<figure><p>b</p><table><tr><td>a</table><figcaption>Weights</figcaption></figure>'],
])('no caption of a table: %s', (_name, source) => expect(read(source).told).toEqual([]))

test('a tab without a block is empty, a block without a tab has no title; both are told', () => {
  const { html, told } = read(
    '<ul class="tabs"><li><a href="#a">One</a><li><a href="#x">Lost</a></ul><div class="panel" id="a">1</div><div class="panel" id="z">9</div>',
  )
  expect(html).toBe(
    '<div data-piece="tabs"><section id="a"><h3>One</h3><p>1</p></section><section id="x"><h3>Lost</h3><p></p></section><section id="z"><h3></h3><p>9</p></section></div>',
  )
  expect(told[0]).toContain('“Lost” had nothing to open')
  expect(told[0]).toContain('1 part had no tab')
})

test.each([
  [
    'a list of contents',
    '<ul><li><a href="#a">One</a><li><a href="#b">Two</a></ul><h2 id="a">One</h2><p>1</p><h2 id="b">Two</h2>',
  ],
  [
    'links with words beside them',
    '<ul><li>See <a href="#a">One</a><li>or <a href="#b">Two</a></ul><div id="a">1</div><div id="b">2</div>',
  ],
  [
    'radio buttons of a question',
    '<ul><li>x</ul><input type="radio" name="q" id="r1"><label for="r1">Lime</label><input type="radio" name="q" id="r2"><label for="r2">Clay</label><div>Because.</div>',
  ],
  [
    'links that lead away, and blocks after them',
    '<ul class="tabs"><li><a href="https://a.example">One</a><li><a href="https://b.example">Two</a></ul><div class="panel">1</div><div class="panel">2</div>',
  ],
  [
    'tabs by classes, but another number of blocks',
    '<ul class="tabs"><li><a href="#">One</a><li><a href="#">Two</a></ul><div class="panel">1</div>',
  ],
  ['a list of links alone', '<ul><li><a href="#a">One</a><li><a href="#b">Two</a></ul><p>x</p>'],
  [
    'links to the web',
    '<ul><li><a href="https://a.example">One</a><li><a href="https://b.example">Two</a></ul><div id="a">1</div>',
  ],
])('no tabs: %s', (_name, source) => {
  const { html, told } = read(source)
  expect(told).toEqual([])
  expect(html).toContain('<ul>')
})

test.each([
  [
    'buttons that say so, and blocks that are opened',
    '<button class="accordion">Lay</button><div class="panel"><p>1</p></div><button class="accordion">Pack</button><div class="panel"><p>2</p></div>',
  ],
  [
    'headings that are pressed, and hidden blocks',
    '<h3 onclick="turn(this)">Lay</h3><div style="display: none"><p>1</p></div>\n<h3 onclick="turn(this)">Pack</h3><div hidden><p>2</p></div>',
  ],
])('an accordion whose blocks have no names: %s', (_name, source) => {
  const { html, told } = read(source)
  expect(html).toBe(
    '<div data-piece="accordion"><section><h3>Lay</h3><p>1</p></section><section><h3>Pack</h3><p>2</p></section></div>',
  )
  expect(told[0]).toContain('became an accordion with 2 parts')
})

test('a button and the hidden block after it are a reveal; a heading and a block, a link and a hidden one, are not', () => {
  expect(read('<button>Show</button><div style="display:none">x</div>').html).toMatch(/^<details><summary>Show/)
  expect(read('<h3>A</h3><div class="content">x</div>').html).not.toContain('details')
  expect(read('<p>See <a href="https://a.example">this</a></p><div hidden>x</div>').html).not.toContain('details')
})

test.each([
  ['by its class', '<p><span class="dropcap">O</span>nce <b>upon</b></p>'],
  ['by its look', '<p><span style="float: left; font-size: 3em">O</span>nce <b>upon</b></p>'],
])('a drop cap %s', (_name, source) => {
  const { html, told } = read(source)
  expect(html).toBe('<p class="drop-cap">Once <strong>upon</strong></p>')
  expect(told[0]).toContain('A large first letter became a drop cap.')
})

test('a large word at the beginning is no drop cap', () => {
  expect(read('<p><span style="float:left;font-size:3em">Once</span> upon</p>').html).not.toContain('drop-cap')
})

test('an empty block with a line on one side is a rule, one with words or with four lines is not', () => {
  expect(read('<div style="border-top: 2px dashed #aa0000; width: 50%"></div><p>x</p>').html).toMatch(
    /^<hr style="border-block-start: 2px dashed #aa0000; width: 50%">/,
  )
  expect(read('<div style="border-top: 2px dashed #aa0000">words</div>').html).not.toContain('<hr')
  expect(read('<div style="border: 2px dashed #aa0000"></div><p>x</p>').html).not.toContain('<hr')
})

test('words on a ground with round corners are a badge, without them highlighted; rows under a pointer are marked', () => {
  expect(read('<p>a <span style="background:#e4ebdb;border-radius:9px;padding:2px 8px">new</span></p>').html).toContain(
    'data-piece="badge"',
  )
  expect(read('<p>a <span style="background:#e4ebdb;padding:2px 8px">new</span></p>').html).toContain('<mark')
  expect(read('<table class="table-hover"><tr><td>a</table>').html).toContain('data-rows="highlighted"')
})

const ACCORDION =
  '<div data-piece="accordion"><section id="a"><h3>Lay</h3><p>1</p></section><section id="b"><h3>Pack</h3><p>2</p></section></div>'
test.each([
  [
    'headings with buttons, blocks after them',
    '<h3><button aria-controls="a" aria-expanded="false">Lay</button></h3><div id="a">1</div><h3><button aria-controls="b">Pack</button></h3><div id="b">2</div>',
  ],
  [
    'each in a block of its own',
    '<div><div class="item"><h4><a href="#a">Lay</a></h4><div id="a">1</div></div>\n<div class="item"><h4><a href="#b">Pack</a></h4><div id="b">2</div></div></div>',
  ],
])('an accordion: %s', (_name, source) => {
  const { html, told } = read(source)
  expect(html).toBe(ACCORDION)
  expect(told).toHaveLength(1)
})

test('details of one name are an accordion of which one part is open', () => {
  const details = (open: string) =>
    read(
      `<details name="x" id="a"${open}><summary>Lay</summary>1</details>\n<details name="x" id="b"><summary>Pack</summary>2</details>`,
    ).html
  expect(details('')).toBe(ACCORDION.replace('"accordion"', '"accordion" data-opens="one"'))
  expect(details(' open')).toContain('data-opens="one" data-starts="first"')
})

test('one button with its block is a reveal; details are reveals by themselves', () => {
  expect(read('<button data-target="#a">Why?</button><div id="a"><p>So.</p></div>').html).toBe(
    '<details id="a"><summary>Why?</summary><p>So.</p></details>',
  )
  const own = read(
    '<details><summary>Why?</summary>So.</details><p>between</p><details><summary>How?</summary>Thus.</details>',
  )
  expect(own.html).toBe(
    '<details><summary>Why?</summary><p>So.</p></details>\n<p>between</p>\n<details><summary>How?</summary><p>Thus.</p></details>',
  )
  expect(own.told).toEqual([])
})

const SAFETY = '<details data-piece="pop-up" id="s"><summary>Safety</summary><p>Look up.</p></details>'
test.each([
  [
    'a button for a dialog',
    '<button commandfor="s" command="show-modal">Safety</button><dialog id="s"><p>Look up.</p><button>Close</button></dialog>',
  ],
  ['a button for a popover', '<p><button popovertarget="s">Safety</button></p>\n<div id="s" popover>Look up.</div>'],
  [
    'a link to a dialog by its role',
    '<a href="#s">Safety</a><div role="dialog" id="s">Look up.<form method="dialog"><button>OK</button></form></div>',
  ],
  ['a dialog alone', '<dialog id="s"><h3>Safety</h3><p>Look up.</p></dialog>'],
])('a pop-up: %s', (_name, source) => {
  const { html, told } = read(source)
  expect(html).toBe(SAFETY)
  expect(told).toHaveLength(1)
  expect(told[0]).toContain('became a pop-up')
})

test('what a form of a dialog asks is kept: only a button that closes it goes', () => {
  const { html } = read(
    '<dialog><h3>Safety</h3><form method="dialog"><p>Tell somebody?</p><button>OK</button></form></dialog>',
  )
  expect(html).toContain('Tell somebody?')
})

test('a dialog that nothing beside it opens is no pop-up of the button there', () => {
  const { html } = read(
    '<p><button popovertarget="x">Other</button></p><dialog id="s"><h3>Safety</h3>Look up.</dialog>',
  )
  expect(html).toBe(`<p>Other</p>\n${SAFETY}`)
})

test.each([
  ['its role', '<div role="doc-notice"><h4>Toes</h4><p>Look.</p></div>', 'caution', 'Toes'],
  ['its class', '<aside class="box-x Warning"><p class="title">Toes</p><p>Look.</p></aside>', 'caution', 'Toes'],
  ['a heading that only names it', '<section class="example"><h3>Example:</h3><p>Look.</p></section>', 'example', ''],
  ['no title', '<div class="tip">Look.</div>', 'tip', ''],
])('a call-out by %s', (_name, source, sort, title) => {
  const { html, told } = read(source)
  const line = title && `<p data-part="title">${title}</p>`
  expect(html).toBe(`<div data-piece="call-out" data-sort="${sort}">${line}<p>Look.</p></div>`)
  expect(told[0]).toContain('became a call-out')
})

test('a block with a look of its own stays a box, whatever its class', () => {
  expect(read('<div class="warning" style="background:#fee">Look.</div>').html).toContain('data-piece="box"')
})

test.each([
  [
    'a numbered list called steps',
    '<ol class="step-list" start="3"><li><h3>Lay</h3>1<li id="b"><h3>Pack</h3><p>2</p></ol>',
    'ol',
    'steps" start="3',
  ],
  [
    'blocks in a list of steps',
    '<div class="steps"><div><b>Lay</b><p>1</p></div><div id="b"><p><strong>Pack</strong></p>2</div></div>',
    'ol',
    'steps',
  ],
  ['a timeline', '<ul class="x timeline"><li><h3>Lay</h3>1<li id="b"><h3>Pack</h3>2</ul>', 'ol', 'timeline'],
])('%s', (_name, source, tag, piece) => {
  const { html, told } = read(source)
  expect(html).toBe(
    `<${tag} data-piece="${piece}"><li><h3>Lay</h3><p>1</p></li><li id="b"><h3>Pack</h3><p>2</p></li></${tag}>`,
  )
  expect(told[0]).toContain('A list of 2 parts under headings became')
})

test.each([
  [
    'slides with headings',
    '<div class="slideshow"><div id="a"><h3>Lay</h3>1</div><div>2</div></div>',
    '<section id="a"><h3>Lay</h3><p>1</p></section><section><h3></h3><p>2</p></section>',
  ],
  [
    'in a wrapper, with dots and arrows that stand beside it',
    '<div class="x carousel"><ol><li><button>1</button></li><li><button>2</button></li></ol><div><div>1</div><div>2</div></div><a href="#c" role="button">Next</a></div>',
    '<section><h3></h3><p>1</p></section><section><h3></h3><p>2</p></section>',
  ],
  [
    'lines that are slides themselves, as their writer says',
    '<section aria-roledescription="carousel"><p>1</p><p>2</p><button>Next</button></section>',
    '<section><h3></h3><p>1</p></section><section><h3></h3><p>2</p></section>',
  ],
])('a carousel: %s', (_name, source, slides) => {
  const { html, told } = read(source)
  expect(html).toBe(`<div data-piece="carousel">${slides}</div>`)
  expect(told[0]).toContain('A row of 2 slides became a carousel.')
  // Words that are no longer there are told.
  if (source.includes('Next')) expect(told[0]).toContain('“Next”')
})

test.each([
  '<div class="carousel"><p>Only one</p></div>',
  '<div class="carousel">Words between <div>1</div> and <div>2</div></div>',
  '<div class="slide-rule"><div>1</div><div>2</div></div>',
])('no carousel: %s', (source) => expect(read(source).html).not.toContain('data-piece="carousel"'))

test('cards; a list without such a name stays a list, with headings, too', () => {
  expect(read('<div class="cards"><div><h3>Lay</h3>1</div><div><h3>Pack</h3>2</div></div>').html).toBe(
    '<div data-piece="cards" data-across="2"><section><h3>Lay</h3><p>1</p></section><section><h3>Pack</h3><p>2</p></section></div>',
  )
  for (const list of ['<ol><li>a</li><li>b</li></ol>', '<ol><li><h3>Lay</h3></li><li><h3>Pack</h3></li></ol>'])
    expect(read(list).told, list).toEqual([])
})

const BUTTONS =
  '<ul data-piece="buttons" data-layout="row"><li><p data-part="label"><a href="https://a.example/">Weather</a></p></li><li><p data-part="label"><a href="#safety">Safety</a></p></li></ul>'
test.each([
  [
    'by class',
    '<p><a class="btn btn-x" href="https://a.example/">Weather</a> <a class="button" href="#safety">Safety</a></p>',
  ],
  [
    'by their look, in lines of their own',
    '<div><a style="background:#264; color:#fff; padding:8px 16px" href="https://a.example/">Weather</a></div>\n<p><a style="border:1px solid;padding:4px" href="#safety">Safety</a></p>',
  ],
  [
    'by a button in the link',
    '<a href="https://a.example/"><button>Weather</button></a><a role="button" href="#safety">Safety</a>',
  ],
])('links that look like buttons %s', (_name, source) => {
  const { html, told } = read(source)
  expect(html).toBe(BUTTONS)
  expect(told[0]).toContain('2 links that look like buttons became buttons.')
})

test('a link that looks like a button stays a link within words, and keeps where it opens', () => {
  for (const line of ['<p>See <a class="btn" href="#a">it</a>.</p>', 'See <a class="btn" href="#a">it</a>'])
    expect(read(line).told, line).toEqual([])
  expect(read('<p><a class="btn" target="_blank" title="Far" href="https://a.example/">Weather</a></p>').html).toMatch(
    /<a [^>]*target="_blank"/,
  )
})

test('a block that floats is an aside; one with a ground is a box in it', () => {
  expect(read('<div style="float:left;width:30%"><p>By the metre.</p></div>').html).toBe(
    '<div data-piece="aside" style="float: inline-start; width: 30%"><p>By the metre.</p></div>',
  )
  const { html, told } = read(
    '<div style="float:right;width:50%;background:#efe6d3;border:1px solid red">By the metre.</div>',
  )
  expect(html).toMatch(
    /^<div data-piece="aside" style="float: inline-end; width: 50%"><div data-piece="box"[^>]*border: 1px solid #ff0000/,
  )
  expect(told[0]).toContain('became a box in an aside')
  expect(read('<aside>By the way.</aside>').html).toContain('data-piece="aside"')
})

test('blocks side by side by their style are columns', () => {
  const { html, told } = read('<div style="display: flex; gap: 1em"><div>left</div><div><p>right</p></div></div>')
  expect(html).toBe('<div data-piece="columns" data-split="even"><div><p>left</p></div><div><p>right</p></div></div>')
  expect(told[0]).toContain('became columns')
  expect(read('<div style="display:grid;grid-template-columns:1fr 1fr"><div>a</div><div>b</div></div>').html).toContain(
    'columns',
  )
  expect(read('<div style="display:flex;flex-direction:column"><div>a</div><div>b</div></div>').html).toBe(
    '<p>a</p>\n<p>b</p>',
  )
})

test.each([
  ['<div style="display: grid; grid-template-columns: 2fr 1fr"><div>a</div><div>b</div></div>', '2-1'],
  [
    '<div style="display: grid; grid-template-columns: 1fr 1fr 3fr"><div>a</div><div>b</div><div>c</div></div>',
    '1-1-3',
  ],
  ['<div class="row"><div class="col-8">a</div><div class="col-4">b</div></div>', '2-1'],
  ['<div class="row"><div class="col-md-6">a</div><div class="col-md-6">b</div></div>', 'even'],
  ['<div class="columns"><div class="column">a</div><div class="column">b</div></div>', 'even'],
])('columns keep how wide they are against each other: %s', (html, split) => {
  expect(read(html).html).toContain(`data-piece="columns" data-split="${split}"`)
})

test('a class alone lays nothing side by side that has words of its own, or blocks that are no columns', () => {
  for (const html of [
    '<div class="row">words<div class="col-6">a</div><div class="col-6">b</div></div>',
    '<div class="row"><div>a</div><div>b</div></div>',
  ])
    expect(read(html).html).not.toContain('columns')
})

test.each([
  ['column-count: 2', '<h2>A</h2><p>one</p><h2>B</h2><p>two</p>', ['<h2>A</h2><p>one</p>', '<h2>B</h2><p>two</p>']],
  ['columns: 12em 3', '<p>one</p><p>two</p><p>three</p>', ['<p>one</p>', '<p>two</p>', '<p>three</p>']],
  [
    'columns: 2',
    `<p>${'long '.repeat(60)}</p><p>two</p><p>three</p>`,
    [`<p>${'long '.repeat(60).trim()}</p>`, '<p>two</p><p>three</p>'],
  ],
])('what flows through columns (%s) is shared among as many', (style, blocks, columns) => {
  const { html, told } = read(`<div style="${style}; column-gap: 1em">${blocks}</div>`)
  expect(html.replaceAll('\n', '')).toBe(
    `<div data-piece="columns" data-split="even">${columns.map((each) => `<div>${each}</div>`).join('')}</div>`,
  )
  expect(told[0]).toContain('flowed through')
})

test('a list that flows through columns becomes several, and its numbers go on', () => {
  const items = '<li>a</li><li>b</li><li>c</li><li>d</li>'
  expect(read(`<ol id="x" start="3" style="column-count: 2">${items}</ol>`).html.replaceAll('\n', '')).toContain(
    '<li><p>a</p></li><li><p>b</p></li></ol></div><div><ol start="5"><li>'.replaceAll('<p>', '').replaceAll('</p>', ''),
  )
  expect(read(`<div style="column-count: 2"><ul>${items}</ul></div>`).html.match(/<ul>/g)).toHaveLength(2)
})

test('too few or too many columns, and loose words, stay as they are', () => {
  for (const html of [
    '<div style="column-count: 1"><p>a</p><p>b</p></div>',
    '<div style="column-count: 9"><p>a</p><p>b</p></div>',
    '<div style="column-count: 2"><p>a</p></div>',
    '<div style="column-count: 2">words <p>a</p><p>b</p></div>',
    '<div style="column-width: 12em"><p>a</p><p>b</p></div>',
  ])
    expect(read(html).html, html).not.toContain('data-piece="columns"')
})

test('tabs in tabs, each in its place; what is around and within is kept', () => {
  const inner = '<ul><li><a href="#c">Three</a><li><a href="#d">Four</a></ul><div id="c">3</div><div id="d">4</div>'
  const { html, told } = read(
    `<p>before</p><ul><li><a href="#a">One</a><li><a href="#b">Two</a></ul><div id="a">\n${inner}</div><div id="b">2</div><p>after</p>`,
  )
  expect(told).toHaveLength(2)
  expect(html.match(/data-piece="tabs"/g)).toHaveLength(2)
  expect(
    html
      .replace(/<[^>]+>/g, ' ')
      .replace(/\s+/g, ' ')
      .trim(),
  ).toBe('before One Three 3 Four 4 Two 2 after')
})

test.each([
  ['<ol><li><a href="#a">(1)</a></li><li><a href="#b">(2)</a></li></ol>', 'links in a list'],
  ['<p><a href="#a">(1)</a></p>', 'a link alone'],
])('equations are not folded away by %s above them', (links) => {
  const equation = (id: string): string => `<div data-piece="equation" data-numbered="yes" id="${id}">x</div>`
  const { page } = readPage(links + equation('a') + equation('b'))
  for (const html of [writePage(page, 'source'), fillSlots(renderPage(page).segments, () => '')]) {
    expect(readPage(html).notes.filter(({ type }) => type === 'recognised')).toEqual([])
    expect(writePage(readPage(html).page, 'source')).not.toMatch(/tabs|details/)
  }
})

test('a piece of ours is not opened up: by links above it that lead into it, or where pieces stand side by side', () => {
  const links = '<ol><li><a href="#a">One</a></li><li><a href="#b">Two</a></li></ol>'
  const accordion = '<div data-piece="accordion"><section id="a"><h3>One</h3><p>x</p></section></div>'
  const { page, notes } = readPage(links + accordion)
  expect(notes.filter(({ type }) => type === 'recognised')).toEqual([])
  expect(page.children.map(({ type }) => type.name)).toEqual(['title', 'orderedList', 'accordion'])
  const beside = readPage(
    '<div style="display: flex"><div data-piece="box" style="border: 1px solid red"><p>a</p></div><div><p>b</p></div></div>',
  ).page
  expect(beside.child(1).toString()).toBe('columns(column(box(paragraph("a"))), column(paragraph("b")))')
})

test('in our own source nothing is taken for anything else', () => {
  fc.assert(
    fc.property(anyPage, (page) => {
      expect(
        readPage(printSource(page).html, { positions: true }).notes.filter(({ type }) => type === 'recognised'),
      ).toEqual([])
    }),
    { numRuns: 150 },
  )
})

test('five levels of unclosed blocks and 3,000 nested ones lose no word', () => {
  expect(plainText(readPage('<div>a<div>b<div>c<div>d<div>e').page)).toBe('a\nb\nc\nd\ne')
  expect(plainText(readPage(`${'<div>'.repeat(3000)}deep`).page)).toBe('deep')
})

test.each([
  [
    'padding in percent',
    '<div style="position:relative;padding-bottom:56.25%"><iframe src="https://video.example/7" title="T" style="position:absolute"></iframe></div>',
    360,
  ],
  [
    'padding of an inner block',
    '<div class="video"><div style="padding: 75% 0 0 0;position:relative"><iframe src="https://video.example/7" title="T"></iframe></div></div>',
    480,
  ],
  [
    'aspect-ratio',
    '<div style="aspect-ratio: 4 / 3"><iframe src="https://video.example/7" title="T"></iframe></div>',
    480,
  ],
])('a frame that a block gives its ratio by %s is a player', (_name, source, height) => {
  const { html, told } = read(source)
  expect(html).toBe(
    `<iframe data-piece="player" src="https://video.example/7" title="T" width="640" height="${height}"></iframe>`,
  )
  expect(told).toHaveLength(1)
})

test.each([
  ['said by its class', '<table class="table table-striped"><tr><td>a<tr><td>b</table>', true],
  [
    'row by row',
    '<table><tr><th>h<tr style="background:#eee"><td>a<tr><td>b<tr style="background:#eee"><td>c<tr><td>d</table>',
    true,
  ],
  ['one row alone', '<table><tr><th>h<tr style="background:#eee"><td>a<tr><td>b<tr><td>c<tr><td>d</table>', false],
])('a table striped %s', (_name, source, isStriped) =>
  expect(read(source).html.startsWith('<table data-rows="striped">')).toBe(isStriped),
)

// HTML Standard, “Forming relationships between data cells and header cells”: heads in the auto state.
test.each([
  ['no data beside it', '<tr><th>Stone<th>kg<tr><td>Slate<td>10', 'Stone:col kg:col'],
  ['data beside it', '<tr><th>Stone<th>kg<tr><th>Slate<td>10', 'Stone:col kg:col Slate:row'],
  ['an empty corner', '<tr><td><th>kg<tr><th>Slate<td>10', 'kg:col Slate:row'],
  ['two columns of heads', '<tr><th>A<th>a<td>1<tr><th>B<th>b<td>2', 'A:row a:row B:row b:row'],
  ['one over several rows', '<tr><th rowspan=2>A<td>1<tr><td>2', 'A:row'],
  ['what it says', '<tr><th scope=rowgroup>A<th scope=COL>b<tr><th scope=col>c<td>1', 'A:row b:col c:col'],
  ['a name in the middle of data', '<tr><td>a<th>b<tr><td>1<td>2', 'b:col'],
])('a head heads its column or its row: %s', (_name, rows, heads) => {
  const { html } = read(`<table>${rows}</table>`)
  const found = [...html.matchAll(/<th[^>]*scope="(\w+)"[^>]*>([^<]*)/g)].map(([, scope, words]) => `${words}:${scope}`)
  expect(found.join(' ')).toBe(heads)
})

test('rows that come again on each sheet of paper are the header, and that is told', () => {
  const { html, told } = read(
    '<table><thead><tr style="height:20px"><td colspan=2>Stone</td></tr></thead><tr><td>Slate<td>10</table>',
  )
  expect(html).toContain('<tr style="height: 20px"><th colspan="2" scope="col">Stone</th></tr><tr><td>Slate</td>')
  expect(told).toEqual(['1: The rows at the head of a table became its header rows.'])
  const published = '<table><thead><tr><th scope="col">a</th></tr></thead><tbody><tr><td>b</td></tr></tbody></table>'
  expect(read(published).told).toEqual([])
})

const QUESTION =
  '<div data-piece="practice" data-answers="one"><div data-part="prompt"><p>Which ties both faces?</p></div><div data-part="answer" data-right="no"><p>hearting</p><div data-part="feedback"><p>It fills the middle.</p></div></div><div data-part="answer" data-right="yes"><p>a <em>through</em></p><div data-part="feedback"><p>Yes.</p></div></div></div>'

test.each([
  [
    'a group of fields with labels around them',
    '<fieldset><legend>Which ties both faces?</legend><label><input type=radio name=q> hearting<span class="feedback">It fills the middle.</span></label><label><input type=radio name=q data-correct="true"> a <em>through</em> <span class="feedback">Yes.</span></label></fieldset>',
  ],
  [
    'a list, what is right by the value, and a button',
    '<form><p>Which ties both faces?</p><ul><li><input type=radio name=q id=a value=wrong><label for=a>hearting</label><div class="feedback" hidden>It fills the middle.</div></li><li><input type=radio name=q id=b value=correct><label for=b>a <em>through</em></label></li></ul><div><button type=button>Check</button></div><p class="feedback">Yes.</p></form>',
  ],
  [
    'one after the other, with what is said in settings',
    '<div><p>Which ties both faces?</p><input type=radio name=q id=a data-feedback="It fills the middle."><label for=a>hearting</label><br><input type=radio name=q id=b class="correct" data-feedback="Yes."><label for=b>a <em>through</em></label></div>',
  ],
])('a question by hand: %s', (_name, source) => {
  const { html, told } = read(source)
  expect(html.replace(/\s*\n\s*/g, '')).toBe(QUESTION)
  expect(
    told.some((line) => line.includes('A question with 2 answers, 1 of them right, became a practice question.')),
  ).toBe(true)
})

test('boxes to tick have several right answers', () => {
  const { html } = read(
    '<form><h3>Which are stones?</h3><p><label class="correct"><input type=checkbox> a through</label></p><p><label><input type=checkbox> a line</label></p><p><label class="correct"><input type=checkbox> a cope</label></p></form>',
  )
  expect(html).toContain('data-answers="several"')
  expect(html.match(/data-right="yes"/g)).toHaveLength(2)
})

test.each([
  [
    'nobody says what is right',
    '<form><p>Which?</p><label><input type=radio name=q> a</label><label><input type=radio name=q> b</label></form>',
  ],
  [
    'no question is asked',
    '<form><label><input type=radio name=q value=correct> a</label><label><input type=radio name=q> b</label></form>',
  ],
  [
    'two questions in one',
    '<form><p>Which?</p><label><input type=radio name=q value=correct> a</label><label><input type=radio name=r> b</label></form>',
  ],
  [
    'more follows',
    '<form><p>Which?</p><label><input type=radio name=q value=correct> a</label><label><input type=radio name=q> b</label><p>And now for walls.</p></form>',
  ],
])('no question: %s', (_name, source) => {
  const { html } = read(source)
  expect(html).not.toContain('practice')
})
