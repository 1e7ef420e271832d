import { execFileSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test } from 'vitest'
import { checkerFindings } from '../../test/shared/checker-findings.ts'
import { schema } from '../document/schema.ts'
import type { NodeJson } from '../kinds/kind.ts'
import { nodeKinds } from '../kinds/registry.ts'
import { renderPage } from './render.ts'
import { fillSlots } from './slots.ts'

/*
 * The Nu Html Checker (vnu-jar, validator.github.io), the checker of the HTML Standard's community, over published
 * pages: every kind of block alone, and in every other that admits it.
 */
const titled = (type: string, ...blocks: NodeJson[]): NodeJson => ({
  type,
  content: [{ type: 'partTitle', content: [{ type: 'text', text: 'Title' }] }, ...blocks],
})
const HOLDERS: Record<string, (block: NodeJson) => NodeJson> = {
  list: (block) => ({ type: 'bulletList', content: [{ type: 'listItem', content: [block] }] }),
  quotation: (block) => ({ type: 'quotation', content: [block] }),
  box: (block) => ({ type: 'box', content: [block] }),
  table: (block) => ({
    type: 'table',
    content: [
      {
        type: 'tableRow',
        content: [
          { type: 'tableHeader', content: [{ type: 'paragraph' }] },
          { type: 'tableCell', content: [block] },
        ],
      },
    ],
  }),
  tabs: (block) => ({ type: 'tabs', content: [titled('part', block), titled('part', { type: 'paragraph' })] }),
  accordion: (block) => ({ type: 'accordion', content: [titled('part', block)] }),
  reveal: (block) => titled('reveal', block),
  columns: (block) => ({
    type: 'columns',
    content: [
      { type: 'column', content: [block] },
      { type: 'column', content: [{ type: 'paragraph' }] },
    ],
  }),
  practice: (block) => ({
    type: 'practice',
    content: [
      { type: 'prompt', content: [block] },
      {
        type: 'answer',
        content: [
          { type: 'answerText', content: [{ type: 'text', text: 'a' }] },
          { type: 'feedback', content: [{ type: 'paragraph' }] },
        ],
      },
    ],
  }),
}

const blocks: [string, NodeJson][] = Object.values(nodeKinds).flatMap((kind) =>
  schema.nodes[kind.name]!.isInGroup('block')
    ? kind.examples.map((example, at): [string, NodeJson] => [`${kind.name}-${at}`, example])
    : [],
)

function published(block: NodeJson): string {
  const page = schema.nodeFromJSON({
    type: 'doc',
    content: [
      { type: 'title', content: [{ type: 'text', text: 'T' }] },
      { type: 'heading', attrs: { level: 2 }, content: [{ type: 'text', text: 'H' }] },
      block,
    ],
  })
  page.check()
  const body = fillSlots(renderPage(page).segments, (slot) =>
    slot.startsWith('sealed') ? 'http://sealed.localhost/piece' : '',
  )
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>T</title></head><body><main><h1>T</h1>\n${body}\n</main></body></html>`
}

test('the HTML checker finds no error in any kind, alone or in any other', () => {
  const folder = mkdtempSync(join(tmpdir(), 'checker-'))
  let files = 0
  const put = (name: string, block: NodeJson): void => {
    writeFileSync(join(folder, `${name}.html`), published(block))
    files++
  }
  for (const [name, block] of blocks) {
    put(name, block)
    for (const [holder, wrap] of Object.entries(HOLDERS)) put(`${name}-in-${holder}`, wrap(block))
  }
  expect(files).toBeGreaterThan(200)
  let output = ''
  try {
    execFileSync(
      'java',
      [
        '-jar',
        'node_modules/vnu-jar/build/dist/vnu.jar',
        '--format',
        'json',
        '--errors-only',
        '--skip-non-html',
        folder,
      ],
      { encoding: 'utf8', stdio: ['ignore', 'ignore', 'pipe'], maxBuffer: 1 << 26 },
    )
  } catch (error) {
    output = String((error as { stderr?: string }).stderr)
  }
  expect(checkerFindings(output).slice(0, 20)).toEqual([])
})

test('the checker would find an error', () => {
  const file = join(mkdtempSync(join(tmpdir(), 'checker-')), 'wrong.html')
  writeFileSync(file, published({ type: 'paragraph' }).replace('<p></p>', '<p><div></p>'))
  expect(() =>
    execFileSync('java', ['-jar', 'node_modules/vnu-jar/build/dist/vnu.jar', '--errors-only', file], { stdio: 'pipe' }),
  ).toThrow()
})
