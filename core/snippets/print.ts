import type { Fragment } from 'prosemirror-model'
import type { NodeJson } from '../kinds/kind.ts'
import { hash } from '../tree/hash.ts'

/**
 * A print of content: another when anything in it is changed. Names of places are left out, since the page gives them
 * others where a name is taken.
 */
export const printOf = (content: Fragment): string =>
  hash(JSON.stringify(content.toJSON(), (name, value: unknown) => (name === 'id' ? undefined : value)))

/** Whether what is in something from a snippet was changed since it was put in; unknown counts as changed. */
export const isTouched = (snippet: {
  readonly attrs: NodeJson['attrs'] & object
  readonly content: Fragment
}): boolean => snippet.attrs.print !== printOf(snippet.content)
