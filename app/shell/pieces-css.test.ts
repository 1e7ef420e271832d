import { expect, test } from 'vitest'
import { ownStyles } from '../../test/shared/own-styles.ts'
import { schema } from '../../core/document/schema.ts'
import { writeNode } from '../../core/html/write.ts'
import type { NodeKind } from '../../core/kinds/kind.ts'
import { nodeKinds } from '../../core/kinds/registry.ts'
import { attribute, everyElement } from '../../core/tree/tree.ts'

/*
 * Pieces stand among everything else on a screen: a class that one of them has is styled where it stands in a text, and
 * nowhere else, or a footer of the reading room that is called the same lays itself over the page.
 */
const classes = new Set(
  Object.values<NodeKind>(nodeKinds).flatMap(({ examples }) =>
    examples
      .filter(({ type }) => schema.nodes[type]?.isInGroup('block'))
      .flatMap((example) =>
        (['published', 'sheet'] as const).flatMap((format) =>
          [...everyElement([writeNode(schema.nodeFromJSON(example), format, 0)])].flatMap((each) =>
            (attribute(each, 'class') ?? '').split(' ').filter(Boolean),
          ),
        ),
      ),
  ),
)

function withoutBrackets(selectors: string): string {
  const shorter = selectors.replace(/\([^()]*\)/g, '')
  return shorter === selectors ? selectors : withoutBrackets(shorter)
}

/** Selectors that begin with a class of a piece. */
const strayIn = (css: string): string[] =>
  [...css.replace(/\/\*[^]*?\*\//g, '').matchAll(/([^{}]*)\{/g)]
    .flatMap(([, selectors]) => withoutBrackets(selectors!).split(','))
    .map((selector) => selector.trim())
    .filter((selector) => classes.has(/^\.([\w-]+)/.exec(selector)?.[1] ?? ''))

test('what is called like a piece is styled in texts alone', () => {
  expect(classes.size).toBeGreaterThan(20)
  expect(ownStyles().flatMap(({ file, css }) => strayIn(css).map((selector) => `${file}: ${selector}`))).toEqual([])
})

test('such rules would be found', () => {
  expect(strayIn('.steps { margin: 0 } @media print { .a .steps, .tabs > p { margin: 0 } }')).toEqual([
    '.steps',
    '.tabs > p',
  ])
})
