import { chartsOf, labelledPicture } from './drawn-pieces.ts'
import { graphsWith } from './graphs.ts'
import { slidersWith } from './sliders.ts'
import fc from 'fast-check'
import type { Node } from 'prosemirror-model'
import { evenTable } from '../../core/document/normalise-table.ts'
import { schema } from '../../core/document/schema.ts'
import type { MarkKind, NodeJson } from '../../core/kinds/kind.ts'
import { callOutSort } from '../../core/kinds/call-out/kind.ts'
import { markKinds } from '../../core/kinds/registry.ts'

/** Edges of boxes: on every side the same, on one, and on two that differ. */
const BORDERS = [
  { top: edge(2, '#aa0000'), end: edge(2, '#aa0000'), bottom: edge(2, '#aa0000'), start: edge(2, '#aa0000') },
  { top: null, end: null, bottom: null, start: edge(8, null) },
  { top: edge(1, null), end: edge(3, '#3b5a86'), bottom: null, start: null },
]
function edge(thickness: number, colour: string | null) {
  return { line: 'dashed', thickness, colour }
}

/*
 * Generated pages: any kind in any that admits it, words with markup signs, odd spaces, other scripts,
 * characters beyond the basic plane.
 */
const word = fc.oneof(
  { weight: 6, arbitrary: fc.stringMatching(/^[a-z]{1,9}$/) },
  {
    weight: 1,
    arbitrary: fc.constantFrom(
      '  ',
      '\t',
      '\n',
      ' ',
      '\u00a0',
      '<b>',
      '&amp;',
      '"',
      "'",
      '&',
      '<!--',
      ']]>',
      'جدار',
      '石',
      '🪨',
      'é',
      '\u200b',
      '\ufffc',
      '--',
      '{x}',
    ),
  },
)
const words = fc.array(word, { minLength: 1, maxLength: 6 }).map((parts) => parts.join(' '))

/** Any mark of the registry as one of its examples has it, so that every kind stands beside every other. */
const exampleMarks = Object.values<MarkKind>(markKinds).flatMap(({ name, examples }) =>
  examples.flatMap((example) => (example.marks ?? []).filter(({ type }) => type === name)),
)

const marks = fc.uniqueArray(
  fc.oneof(
    fc.constantFrom({ type: 'strong' }, { type: 'emphasis' }, { type: 'underline' }),
    fc.constantFrom(...exampleMarks),
    fc
      .constantFrom(
        'https://walls.example/?a=1&b="2"',
        'mailto:office@skerrow.example',
        '/a b',
        // To whatever has a name in a page: its own name must stay with it.
        ...['#water', '#flat', '#slope-2', '#sum', '#über'],
      )
      .map((href) => ({ type: 'link', attrs: { href } })),
    fc
      .record({ name: fc.constantFrom('Site', 'Day & "hour"'), isOpen: fc.boolean() })
      .map((attrs) => ({ type: 'blank', attrs })),
  ),
  // Below and above the line at once, words can't be.
  { maxLength: 4, selector: (mark) => mark.type.replace('subscript', 'superscript') },
)
/** Marks that the title of a part may have. */
const inTitles = new Set(String(schema.nodes.partTitle.spec.marks).split(' '))

const textNode: fc.Arbitrary<NodeJson> = fc
  .record({ text: words, marks })
  .map(({ text, marks: on }) => ({ type: 'text', text, ...(on.length > 0 ? { marks: on } : {}) }))
/** Formulas that can be set, and some that can’t. */
const tex = fc.constantFrom('x^2', '\\frac{a}{b} < "c"', '\\sqrt{&}', '\\frac{a', '$5 & <b>', 'a\nb', '\\text{Höhe}')
const inline = fc.array(
  fc.oneof(
    { weight: 5, arbitrary: textNode },
    { weight: 1, arbitrary: fc.constant<NodeJson>({ type: 'lineBreak' }) },
    { weight: 1, arbitrary: tex.map((each): NodeJson => ({ type: 'equation', attrs: { tex: each } })) },
    {
      weight: 1,
      arbitrary: fc
        .array(
          fc.oneof(
            { weight: 4, arbitrary: textNode },
            { weight: 1, arbitrary: tex.map((each): NodeJson => ({ type: 'equation', attrs: { tex: each } })) },
          ),
          { maxLength: 3 },
        )
        .map((content): NodeJson => ({ type: 'footnote', content })),
    },
    {
      weight: 1,
      arbitrary: fc
        .record({
          formula: fc.constantFrom('w', 'w * h / 2', 'a < b', '"&'),
          decimals: fc.option(fc.integer({ min: 0, max: 12 })),
        })
        .map((attrs): NodeJson => ({ type: 'value', attrs })),
    },
    {
      weight: 1,
      arbitrary: fc
        .record({
          id: fc.constantFrom('water', 'frost.2', '_x', 'جدار'),
          name: fc.constantFrom('', 'Where "frost" & <b>'),
        })
        .map((attrs): NodeJson => ({ type: 'namedPlace', attrs })),
    },
  ),
  { maxLength: 5 },
)

const placing = fc.record({
  align: fc.constantFrom('start', 'centre', 'end', 'justify'),
  indent: fc.integer({ min: 0, max: 8 }),
  direction: fc.option(fc.constantFrom('ltr', 'rtl')),
})
const paragraph = fc.oneof(
  { weight: 4, arbitrary: inline.map((content): NodeJson => ({ type: 'paragraph', content })) },
  {
    weight: 1,
    arbitrary: fc
      .record({ placing, hasDropCap: fc.boolean(), content: inline })
      .map(({ placing: stands, hasDropCap, content }): NodeJson => ({
        type: 'paragraph',
        attrs: { ...stands, hasDropCap },
        content,
      })),
  },
)
const preformatted = fc
  .record({ language: fc.option(fc.constantFrom('js', 'c++')), lines: fc.array(words, { maxLength: 3 }) })
  .map(({ language, lines }): NodeJson => ({
    type: 'preformatted',
    attrs: { language },
    content: lines.length > 0 ? [{ type: 'text', text: lines.join('\n') }] : [],
  }))
const rule = fc
  .record({
    thickness: fc.integer({ min: 1, max: 12 }),
    line: fc.constantFrom('solid', 'dashed', 'dotted', 'double'),
    colour: fc.option(fc.constantFrom('#9e3b2c', '#ffffff')),
    width: fc.constantFrom(25, 50, 75, 100),
  })
  .map((attrs): NodeJson => ({ type: 'rule', attrs }))
const heading = fc
  .record({
    level: fc.integer({ min: 2, max: 6 }),
    id: fc.option(fc.constantFrom('water', 'über-uns', 'a.b_c-1')),
    placing: fc.option(placing, { nil: {} }),
    content: inline,
  })
  .map(({ level, id, placing: stands, content }): NodeJson => ({
    type: 'heading',
    attrs: { level, id, ...stands },
    content,
  }))

/** Any block; kinds whose published form keeps something back only where `keepsBack` says so. */
const block = (keepsBack: boolean): fc.Arbitrary<NodeJson> =>
  fc.letrec<{ block: NodeJson }>((tie) => {
    const blocks = fc.array(tie('block'), { minLength: 1, maxLength: 3 })
    const items = fc.array(
      fc
        .record({ task: fc.option(fc.constantFrom('open', 'done'), { freq: 4 }), content: blocks })
        .map(({ task, content }): NodeJson => ({ type: 'listItem', attrs: { task }, content })),
      { minLength: 1, maxLength: 3 },
    )
    const cell = fc
      .record({
        type: fc.constantFrom('tableCell', 'tableHeader'),
        content: blocks,
        scope: fc.constantFrom('col', 'row'),
        colspan: fc.constantFrom(1, 1, 1, 2),
        rowspan: fc.constantFrom(1, 1, 1, 2),
        ground: fc.option(fc.constantFrom('#efe6d3', '#23302f'), { freq: 4 }),
        place: fc.constantFrom('top', 'top', 'middle', 'bottom'),
      })
      .map(({ type, content, scope, ...attrs }): NodeJson => ({
        type,
        content,
        attrs: type === 'tableHeader' ? { ...attrs, scope } : attrs,
      }))
    const row = fc.record({
      height: fc.option(fc.integer({ min: 10, max: 400 }), { freq: 4 }),
      cells: fc.array(cell, { minLength: 1, maxLength: 3 }),
    })
    const table = fc
      .record({
        looks: fc.record(
          {
            isStriped: fc.boolean(),
            isHighlighted: fc.boolean(),
            lines: fc.constantFrom('all', 'rows', 'none'),
            lineColour: fc.option(fc.constantFrom('#9e3b2c', '#ffffff')),
            lineThickness: fc.integer({ min: 1, max: 8 }),
            padding: fc.constantFrom('narrow', 'usual', 'wide'),
            widthPercent: fc.option(fc.integer({ min: 10, max: 100 })),
            align: fc.constantFrom('start', 'centre', 'end'),
          },
          { requiredKeys: [] },
        ),
        widths: fc.option(fc.array(fc.constantFrom(0, 60, 120), { minLength: 1, maxLength: 6 })),
        rows: fc.array(row, { minLength: 1, maxLength: 3 }),
        caption: fc.option(inline),
      })
      .map(({ looks, widths, rows, caption }): NodeJson => {
        const made = schema.nodeFromJSON({
          type: 'table',
          attrs: looks,
          content: rows.map(({ height, cells }) => ({ type: 'tableRow', attrs: { height }, content: cells })),
        })
        const even = evenTable(made, widths ?? []).toJSON() as NodeJson
        return caption === null
          ? even
          : { type: 'captionedTable', content: [{ type: 'tableCaption', content: caption }, even] }
      })
    const box = fc
      .record({
        ground: fc.constantFrom('#efe6d3', '#23302f', '#ffffff'),
        text: fc.constantFrom(null, '#7a1f14'),
        look: fc.oneof(
          fc.record({ edge: fc.constantFrom('none', 'start', 'around'), borders: fc.constant(null) }),
          fc.record({ edge: fc.constant('own'), borders: fc.constantFrom(...BORDERS) }),
        ),
        radius: fc.constantFrom(0, 2, 12),
        space: fc.constantFrom('tight', 'normal', 'wide'),
        padding: fc.constantFrom(null, 0, 24),
        widthPercent: fc.constantFrom(40, 100),
        align: fc.constantFrom('start', 'centre', 'end'),
        content: blocks,
      })
      .map(({ content, look, ...attrs }): NodeJson => ({ type: 'box', attrs: { ...attrs, ...look }, content }))
    const line = fc.array(
      fc
        .record({ text: words, marks: marks.map((on) => on.filter(({ type }) => inTitles.has(type))) })
        .map(({ text, marks: on }): NodeJson => ({ type: 'text', text, ...(on.length > 0 ? { marks: on } : {}) })),
      { maxLength: 2 },
    )
    const id = fc.option(fc.constantFrom('flat', 'slope-2', 'über'))
    const partTitle = line.map((content): NodeJson => ({ type: 'partTitle', content }))
    const parts = fc.array(
      fc
        .record({ id, title: partTitle, content: blocks })
        .map(({ id: name, title, content }): NodeJson => ({
          type: 'part',
          attrs: { id: name },
          content: [title, ...content],
        })),
      { minLength: 1, maxLength: 3 },
    )
    const pieces = [
      fc
        .record({
          of: fc.oneof(
            fc.constant({ type: 'timeline', own: {} }),
            fc.constantFrom('in-turn', 'compared').map((shows) => ({ type: 'carousel', own: { shows } })),
            fc
              .record({
                along: fc.constantFrom('top', 'side'),
                isInSteps: fc.boolean(),
                colour: fc.constantFrom(null, '#9e3b2c'),
              })
              .map((own) => ({ type: 'tabs', own })),
            fc
              .record({ opens: fc.constantFrom('several', 'one'), starts: fc.constantFrom('closed', 'first', 'all') })
              .map((own) => ({ type: 'accordion', own })),
            fc.integer({ min: 1, max: 999 }).map((start) => ({ type: 'steps', own: { start } })),
            fc
              .record({ across: fc.integer({ min: 1, max: 4 }), isTurned: fc.boolean() })
              .map((own) => ({ type: 'cards', own })),
          ),
          level: fc.integer({ min: 2, max: 6 }),
          content: parts,
        })
        .map(({ of: { type, own }, level, content }): NodeJson => ({ type, attrs: { level, ...own }, content })),
      fc
        .record({ id, sort: fc.constantFrom(...callOutSort.options), title: partTitle, content: blocks })
        .map(({ title, content, ...attrs }): NodeJson => ({ type: 'callOut', attrs, content: [title, ...content] })),
      fc
        .record({
          layout: fc.constantFrom('row', 'list'),
          content: fc.array(
            fc.record({ text: words, href: fc.constantFrom(null, '#flat', 'https://a.example/?x=1&y=2'), note: line }),
            { minLength: 1, maxLength: 3 },
          ),
        })
        .map(({ layout, content }): NodeJson => ({
          type: 'buttons',
          attrs: { layout },
          content: content.map(({ text, href, note }) => ({
            type: 'button',
            content: [
              {
                type: 'buttonLabel',
                content: [{ type: 'text', text, ...(href ? { marks: [{ type: 'link', attrs: { href } }] } : {}) }],
              },
              { type: 'buttonNote', content: note },
            ],
          })),
        })),
      fc
        .record({
          side: fc.constantFrom('start', 'end'),
          widthPercent: fc.integer({ min: 20, max: 70 }),
          content: blocks,
        })
        .map(({ content, ...attrs }): NodeJson => ({ type: 'aside', attrs, content })),
      fc
        .record({ id, title: partTitle, content: blocks })
        .map(({ id: name, title, content }): NodeJson => ({
          type: 'reveal',
          attrs: { id: name },
          content: [title, ...content],
        })),
      labelledPicture(inline, partTitle, blocks),
      fc
        .record({ asked: blocks, model: blocks, called: fc.constantFrom('', 'Why & how') })
        .map(({ asked, model, called }): NodeJson => ({
          type: 'openQuestion',
          content: [
            { type: 'openPrompt', content: asked },
            { type: 'modelAnswer', attrs: { called }, content: model },
          ],
        })),
      fc
        .record({ id, title: partTitle, content: blocks })
        .map(({ id: name, title, content }): NodeJson => ({
          type: 'popUp',
          attrs: { id: name },
          content: [title, ...content],
        })),
      fc
        .record({
          split: fc.constantFrom('even', 'wide-start', 'wide-end', '2-1', '1-9-3'),
          stacking: fc.constantFrom('first', 'last'),
          content: fc.array(
            blocks.map((content): NodeJson => ({ type: 'column', content })),
            { minLength: 1, maxLength: 3 },
          ),
        })
        .map(({ content, ...attrs }): NodeJson => ({ type: 'columns', attrs, content })),
      fc
        .record({
          item: fc.constantFrom('a', 'wall-1'),
          width: fc.integer({ min: 1, max: 5000 }),
          height: fc.integer({ min: 1, max: 5000 }),
          alt: fc.option(fc.oneof(words, fc.constant(''))),
          description: fc.oneof(fc.constant(''), words),
          share: fc.integer({ min: 5, max: 100 }),
          align: fc.constantFrom('start', 'center', 'end'),
          content: inline,
        })
        .map(({ content, ...attrs }): NodeJson => ({
          type: 'picture',
          attrs,
          content: [{ type: 'caption', content }],
        })),
      fc
        .record({
          address: fc.constantFrom(
            'https://video.example/e/1',
            'http://v.localhost:4311/x?a=1&b="'.replace('"', '%22'),
          ),
          link: fc.constantFrom('', 'https://video.example/1'),
          title: fc.oneof(fc.constant(''), words),
          width: fc.integer({ min: 50, max: 4000 }),
          height: fc.integer({ min: 50, max: 4000 }),
        })
        .map((attrs): NodeJson => ({ type: 'player', attrs })),
      fc
        .record({
          address: fc.constantFrom('https://a.example/?x=1&y=2', 'mailto:a@b.example'),
          title: fc.oneof(
            fc.constant(''),
            words.filter((title) => title.trim() !== ''),
          ),
        })
        .map((attrs): NodeJson => ({ type: 'linkCard', attrs })),
      fc
        .record({ deepest: fc.integer({ min: 2, max: 6 }), of: fc.constantFrom('page', 'piece') })
        .map((attrs): NodeJson => ({ type: 'contents', attrs })),
      fc.constantFrom('q1', 'Stone_2').map((question): NodeJson => ({ type: 'bankQuestion', attrs: { question } })),
    ]
    const keepingBack = [
      fc
        .record({
          snippet: fc.constantFrom('lifting', 'A-1_b'),
          version: fc.integer({ min: 1, max: 40 }),
          print: fc.constantFrom('', '1x9z'),
          values: fc.array(fc.tuple(fc.constantFrom('Day', 'Who & "where"'), fc.constantFrom('', 'a=b&c', 'x\ny')), {
            maxLength: 3,
          }),
          content: blocks,
        })
        .map(({ content, values, ...attrs }): NodeJson => ({
          type: 'snippet',
          attrs: { ...attrs, values: values.length > 0 ? values : null },
          content,
        })),
      fc
        .record({
          id,
          mode: fc.constantFrom('one', 'several'),
          prompt: blocks,
          answers: fc.array(fc.record({ isRight: fc.boolean(), text: inline, feedback: blocks }), {
            minLength: 1,
            maxLength: 3,
          }),
        })
        .map(({ id: name, mode, prompt, answers }): NodeJson => ({
          type: 'practice',
          attrs: { id: name, mode },
          content: [
            { type: 'prompt', content: prompt },
            ...answers.map(({ isRight, text, feedback }): NodeJson => ({
              type: 'answer',
              attrs: { isRight },
              content: [
                { type: 'answerText', content: text },
                { type: 'feedback', content: feedback },
              ],
            })),
          ],
        })),
      fc
        .record({
          title: words,
          code: words,
          height: fc.integer({ min: 40, max: 4000 }),
          instead: fc.constantFrom('', 'A “gauge” & more'),
        })
        .map((attrs): NodeJson => ({ type: 'htmlPiece', attrs })),
    ]
    return {
      block: fc.oneof(
        { depthSize: 'small', withCrossShrink: true },
        { weight: 6, arbitrary: paragraph },
        { weight: 2, arbitrary: heading },
        { weight: 1, arbitrary: rule },
        {
          weight: 1,
          arbitrary: fc
            .record({ tex, isNumbered: fc.boolean(), id: fc.option(fc.constantFrom('sum', 'über')) })
            .map((attrs): NodeJson => ({ type: 'displayEquation', attrs })),
        },
        { weight: 1, arbitrary: graphsWith(words) },
        { weight: 1, arbitrary: slidersWith(words) },
        { weight: 1, arbitrary: preformatted },
        {
          weight: 2,
          arbitrary: fc
            .record({
              marker: fc.constantFrom('disc', 'disc', 'circle', 'square', 'none'),
              isSelfCheck: fc.boolean(),
              content: items,
            })
            .map(({ content, ...attrs }): NodeJson => ({ type: 'bulletList', attrs, content })),
        },
        {
          weight: 1,
          arbitrary: fc
            .array(fc.record({ terms: fc.array(inline, { minLength: 1, maxLength: 2 }), content: blocks }), {
              minLength: 1,
              maxLength: 2,
            })
            .map((entries): NodeJson => ({
              type: 'definitionList',
              content: entries.flatMap(({ terms, content }) => [
                ...terms.map((line): NodeJson => ({ type: 'term', content: line })),
                { type: 'definition', content },
              ]),
            })),
        },
        {
          weight: 1,
          arbitrary: fc
            .record({
              start: fc.integer({ min: -3, max: 40 }),
              marker: fc.constantFrom('decimal', 'upper-roman', 'lower-greek', 'arabic-indic'),
              isReversed: fc.boolean(),
              content: items,
            })
            .map(({ content, ...attrs }): NodeJson => ({ type: 'orderedList', attrs, content })),
        },
        {
          weight: 1,
          arbitrary: fc
            .record({
              source: fc.oneof(fc.constant(''), words),
              pulled: fc.constantFrom('no', 'across', 'start', 'end'),
              content: blocks,
            })
            .map(({ source, pulled, content }): NodeJson => ({
              type: 'quotation',
              attrs: { source: source.trim(), pulled },
              content,
            })),
        },
        { weight: 1, arbitrary: table },
        { weight: 1, arbitrary: chartsOf(table, inline) },
        { weight: 2, arbitrary: box },
        ...pieces.map((arbitrary) => ({ weight: 1, arbitrary })),
        ...(keepsBack ? keepingBack.map((arbitrary) => ({ weight: 1, arbitrary })) : []),
      ),
    }
  }).block

/** Whole pages of up to eight blocks. */
const pages = (keepsBack: boolean): fc.Arbitrary<Node> =>
  fc
    .record({ title: fc.option(words), content: fc.array(block(keepsBack), { minLength: 1, maxLength: 8 }) })
    .map(({ title, content }) =>
      schema.nodeFromJSON({
        type: 'doc',
        content: [{ type: 'title', content: title ? [{ type: 'text', text: title }] : [] }, ...content],
      }),
    )
    .filter((page) => {
      page.check()
      return true
    })

export const anyPage = pages(true)
/** Pages whose published form holds all there is. */
export const openPage = pages(false)
