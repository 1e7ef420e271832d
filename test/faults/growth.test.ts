import { execFileSync, spawnSync } from 'node:child_process'
import { cpSync, mkdirSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join, resolve } from 'node:path'
import { afterAll, expect, test } from 'vitest'

/*
 * What CONTRIBUTING.md says of adding something is so: in a copy of the tree, one of each is added, in the folders and
 * by the lines that it names, and the type check, the layers and the tests of every registry are content.
 */
const tree = mkdtempSync(join(tmpdir(), 'growth-'))
afterAll(() => rmSync(tree, { recursive: true, force: true }))

/** A line of a registry: its import, if it needs one, and where its name goes. */
interface Line {
  readonly registry: string
  readonly from?: string
  readonly name: string
  /** How it is entered; by its name when left out. */
  readonly entry?: string
  /** What stands before the new entry. */
  readonly after: string
}
interface Addition {
  readonly files: Readonly<Record<string, string>>
  readonly lines: readonly Line[]
}

const additions: Readonly<Record<string, Addition>> = {
  mark: {
    files: {
      'core/kinds/aside/kind.ts': `import { z } from 'zod'
import { element } from '../../tree/tree.ts'
import { type MarkKind, plainTag } from '../kind.ts'

export const aside = {
  type: 'mark',
  name: 'aside',
  label: 'aside',
  attributes: z.object({}),
  spec: {},
  reads: [plainTag('small')],
  parseDOM: [{ tag: 'small' }],
  write: (_mark, children) => element('small', {}, children),
  examples: [{ type: 'text', text: 'by the way', marks: [{ type: 'aside' }] }],
} satisfies MarkKind
`,
    },
    lines: [{ registry: 'core/kinds/registry.ts', from: './aside/kind.ts', name: 'aside', after: 'markKinds = { ' }],
  },
  piece: {
    files: {
      'core/kinds/pause/kind.ts': `import { z } from 'zod'
import { attribute, element } from '../../tree/tree.ts'
import type { NodeKind } from '../kind.ts'

export const pause = {
  type: 'node',
  name: 'pause',
  label: 'pause',
  counted: ['a pause', 'pauses'],
  saysSomething: true,
  isPiece: true,
  attributes: z.object({}),
  spec: { group: 'block', atom: true },
  reads: [
    {
      tag: 'div',
      understands: ['class', 'data-piece'],
      read: (unsafeElement) => (attribute(unsafeElement, 'data-piece') === 'pause' ? {} : null),
    },
  ],
  parseDOM: [{ tag: 'div.pause' }],
  write: (_node, _children, format) =>
    element('div', { ...(format === 'source' ? {} : { class: 'pause' }), 'data-piece': 'pause' }),
  examples: [{ type: 'pause' }],
} satisfies NodeKind
`,
      'app/pieces/pause/piece.tsx': `import { insertPiece } from '../../editor/insert-commands.ts'
import type { Piece } from '../piece.ts'

export const pause: Piece = {
  kind: 'pause',
  offer: {
    group: 'apart',
    name: 'Pause',
    help: 'A moment to think.',
    effort: 'ready',
    command: insertPiece((state) => state.schema.nodes.pause!.create(), 0),
    Example: () => <span>…</span>,
  },
}
`,
    },
    lines: [
      { registry: 'core/kinds/registry.ts', from: './pause/kind.ts', name: 'pause', after: '  rule,\n' },
      { registry: 'app/pieces/registry.ts', from: './pause/piece.tsx', name: 'pause', after: '  rule,\n' },
    ],
  },
  'kind of question': {
    files: {
      'core/questions/kinds/words/kind.ts': `import { z } from 'zod'
import { emptyPassage } from '../../../document/empty-passage.ts'
import { html } from '../../../tree/template.ts'
import { text } from '../../parts.ts'
import type { AnswerKind } from '../kind.ts'

const wordsModel = z.object({ sort: z.literal('words'), expected: z.string(), whenRight: text })
export type WordsAnswer = z.infer<typeof wordsModel>

export const words = {
  model: wordsModel,
  variants: { words: 'A word' },
  variantOf: () => 'words',
  blank: () => ({ sort: 'words', expected: '', whenRight: structuredClone(emptyPassage) }),
  asVariant: (answer) => answer,
  mapTexts: (answer, change) => ({ ...answer, whenRight: change(answer.whenRight) }),
  formulas: () => [],
  problems: ({ expected }) => (expected === '' ? ['The right word is still to be given.'] : []),
  look: ({ expected }) => ({ problemOf: () => null, rightAnswer: () => expected }),
  response: ([typed = '']) => typed,
  grade: ({ expected }, _values, response) =>
    typeof response === 'string' && response.trim() !== ''
      ? { ok: true, score: response.trim() === expected ? 1 : 0, chosen: [], remark: '' }
      : { ok: false, reason: 'Type a word first.' },
  feedback: ({ whenRight }, { score }) => (score === 1 ? [whenRight] : []),
  solution: ({ expected }) => expected,
  fields: (_answer, { id, response, isOff }) =>
    html\`<p><label>Your answer <input name="response" value="\${typeof response === 'string' ? response : ''}" aria-describedby="q-\${id}-prompt"\${isOff && html\` disabled\`}></label></p>\`,
  commonMistake: () => null,
  examples: [
    {
      answer: { sort: 'words', expected: 'hearting', whenRight: emptyPassage },
      values: {},
      response: [
        [['hearting'], 1],
        [['face'], 0],
        [[], null],
      ],
    },
  ],
} satisfies AnswerKind<WordsAnswer>
`,
      'app/questions/kinds/words/fields.tsx': `import type { WordsAnswer } from '../../../../core/questions/kinds/words/kind.ts'
import { Field } from '../../field.tsx'
import type { AnswerFieldsProps } from '../fields-props.ts'

export function WordsFields({ answer, onChange }: AnswerFieldsProps<WordsAnswer>) {
  return (
    <Field label="The right word">
      <input value={answer.expected} onChange={(event) => onChange({ ...answer, expected: event.target.value })} />
    </Field>
  )
}
`,
    },
    lines: [
      {
        registry: 'core/questions/kinds/registry.ts',
        from: './words/kind.ts',
        name: 'words',
        after: 'answerKinds = { ',
      },
      {
        registry: 'app/questions/kinds/registry.tsx',
        from: './words/fields.tsx',
        name: 'WordsFields',
        entry: 'words: WordsFields',
        after: '} = { ',
      },
    ],
  },
  'rule of the proof': {
    files: {
      'core/proof/rules/shouting.ts': `import { Transform } from 'prosemirror-transform'
import type { Place, Rule } from '../rule.ts'

export const shouting: Rule = {
  id: 'shouting',
  name: 'Words in capitals',
  severity: 'look',
  why: 'Some screen readers spell words in capitals letter by letter, and they are harder to read.',
  criterion: null,
  check(page) {
    const found: Place[] = []
    page.descendants((node, position) => {
      if (node.isTextblock && node.textContent.length > 4 && /^[A-Z ]+$/.test(node.textContent))
        found.push({
          from: position,
          to: position + node.nodeSize,
          message: 'This is all capitals.',
          passage: node.textContent,
        })
      return !node.isTextblock
    })
    return found
  },
  repairs: [{ id: 'sentence', label: 'Write it as a sentence' }],
  repair: (page, { from, to }) => {
    const words = page.textBetween(from, to)
    const { schema } = page.type
    return new Transform(page).replaceWith(from + 1, to - 1, schema.text(words.charAt(0) + words.slice(1).toLowerCase()))
  },
  good: [{ html: '<p>Lay one on two.</p>' }],
  bad: [{ html: '<p>LAY ONE ON TWO</p>', repair: 'sentence', repaired: '<p>Lay one on two</p>' }],
}
`,
    },
    lines: [
      { registry: 'core/proof/registry.ts', from: './rules/shouting.ts', name: 'shouting', after: '  bareAddress,\n' },
    ],
  },
  'check of the source': {
    files: {
      'core/source/check/checks/shortcuts.ts': `import { at, attributeOf } from '../scan.ts'
import type { SourceCheck } from '../source-check.ts'

export const shortcuts: SourceCheck = {
  id: 'shortcuts',
  finds: ['shortcut'],
  why: 'Keys that a page takes for itself are keys that a screen reader or browser no longer has.',
  look: ({ tags }) =>
    tags.flatMap((tag) => {
      const key = tag.isEnd ? undefined : attributeOf(tag, 'accesskey')
      if (!key) return []
      const edits = [{ from: key.from - 1, to: key.to, insert: '' }]
      return [at(tag, 'shortcut', 'warning', 'This takes a key for itself.', [{ label: 'Remove it', edits }])]
    }),
  good: ['<p>still</p>'],
  bad: [{ html: '<p accesskey="a">a</p>', told: ['1 shortcut'], repaired: '<p>a</p>' }],
}
`,
    },
    lines: [
      {
        registry: 'core/source/check/registry.ts',
        from: './checks/shortcuts.ts',
        name: 'shortcuts',
        after: 'balance, ',
      },
    ],
  },
  'format out': {
    files: {
      'core/formats/plain-book.ts': `import { strToU8 } from 'fflate'
import { plainText } from '../document/plain-text.ts'
import { type Book, chaptersOf } from './book.ts'

/** A book as plain text, its chapters apart. */
export function plainBook(book: Book): { bytes: Uint8Array; ending: string; mediaType: string } {
  const pages = [book.opening, ...chaptersOf(book).map(({ page }) => page)]
  const text = pages.map((page) => plainText(page.content)).join('\\n\\n')
  return { bytes: strToU8(text), ending: 'txt', mediaType: 'text/plain' }
}
`,
    },
    lines: [
      {
        registry: 'core/kinds/export-formats.ts',
        name: 'plain',
        entry: "plain: { label: 'Plain text', help: 'Keep text only.' }",
        after: 'exportFormats = {\n',
      },
      {
        registry: 'server/transfers/workshop.ts',
        from: '../../core/formats/plain-book.ts',
        name: 'plainBook',
        entry: 'plain: plainBook',
        after: 'Promise<Written>> = {\n',
      },
    ],
  },
}

/** Puts a name into a registry, by an import and an entry. */
function enter({ registry, from, name, entry = name, after }: Line): void {
  const path = join(tree, registry)
  const text = readFileSync(path, 'utf8')
  expect(text.split(after), `${registry}: “${after}”`).toHaveLength(2)
  const isList = after.endsWith('\n')
  const entered = text.replace(after, isList ? `${after}  ${entry},\n` : `${after}${entry}, `)
  writeFileSync(path, from === undefined ? entered : `import { ${name} } from '${from}'\n${entered}`)
}

const run = (file: string, ...args: string[]): { status: number | null; output: string } => {
  const { status, stdout, stderr } = spawnSync(process.execPath, [join('node_modules', file), ...args], {
    cwd: tree,
    encoding: 'utf8',
    env: { ...process.env, FORCE_COLOR: '0' },
  })
  return { status, output: `${stdout}${stderr}`.slice(-4000) }
}

test('one of each, added to a copy of the tree in two folders and two lines at most, fits in everywhere', () => {
  for (const file of execFileSync('git', ['ls-files', '-z'], { encoding: 'utf8' }).split('\0').filter(Boolean))
    if (/^(core|app|server|reader|test|types|demo|scripts|bench|standins)\/|^[^/]+$/.test(file))
      cpSync(file, join(tree, file), { recursive: true })
  for (const shared of ['node_modules', '.react-router', '.generated']) symlinkSync(resolve(shared), join(tree, shared))
  for (const [what, { files, lines }] of Object.entries(additions)) {
    expect(new Set(Object.keys(files).map(dirname)).size, what).toBeLessThanOrEqual(2)
    expect(lines.length, what).toBeLessThanOrEqual(2)
    for (const [path, text] of Object.entries(files)) {
      mkdirSync(dirname(join(tree, path)), { recursive: true })
      writeFileSync(join(tree, path), text)
    }
    lines.forEach(enter)
  }
  const types = run('typescript/bin/tsc', '--noEmit')
  expect(types.status, types.output).toBe(0)
  const tests = [
    'core/kinds',
    'core/html',
    'core/questions',
    'core/proof',
    'core/source',
    'core/history',
    'core/formats/losses',
    'app',
  ]
  const vitest = run('vitest/vitest.mjs', 'run', '--project', 'core', ...tests)
  expect(vitest.status, vitest.output).toBe(0)
})
