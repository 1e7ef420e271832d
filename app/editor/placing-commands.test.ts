import { EditorState, NodeSelection, TextSelection } from '@tiptap/pm/state'
import { expect, test } from 'vitest'
import { schema } from '../../core/document/schema.ts'
import { nodeKinds } from '../../core/kinds/registry.ts'
import { TOOLS } from './tools.ts'

/** Every kind that stands as a block, as each of its examples has it, selected as a whole and with the cursor in it. */
const states = Object.values(nodeKinds).flatMap((kind) =>
  schema.nodes[kind.name]!.isInGroup('block')
    ? kind.examples.flatMap((example) => {
        const doc = schema.nodeFromJSON({ type: 'doc', content: [{ type: 'title' }, example, { type: 'paragraph' }] })
        return [
          EditorState.create({ doc, selection: TextSelection.near(doc.resolve(3)) }),
          EditorState.create({ doc, selection: NodeSelection.create(doc, 2) }),
        ]
      })
    : [],
)

test('every tool can be asked of every block, and what it makes is a right page', () => {
  expect(states.length).toBeGreaterThan(40)
  for (const state of states)
    for (const tool of TOOLS) {
      const can = tool.command(state)
      let isMade = false
      tool.command(state, (made) => {
        isMade = true
        made.doc.check()
      })
      const where = `${tool.id} on ${state.doc.child(1).type.name}, ${state.selection.constructor.name}`
      if (!can) expect(isMade, where).toBe(false)
      if (!can) expect(tool.whyNot(state), where).toMatch(/\.$/)
    }
})
