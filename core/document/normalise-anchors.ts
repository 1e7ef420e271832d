import type { Transform } from 'prosemirror-transform'

/** Gives every id that stands a second time the next free number: `water`, `water-2`, `water-3`. */
export function normaliseAnchors(transform: Transform): void {
  const taken = new Set<string>()
  const again: { position: number; id: string }[] = []
  transform.doc.descendants((node, position) => {
    const id = node.attrs.id as string | null | undefined
    if (id && taken.has(id)) again.push({ position, id })
    else if (id) taken.add(id)
    return !node.type.spec.code
  })
  for (const { position, id } of again) {
    let number = 2
    while (taken.has(`${id.slice(0, 90)}-${number}`)) number++
    const fresh = `${id.slice(0, 90)}-${number}`
    taken.add(fresh)
    transform.setNodeAttribute(position, 'id', fresh)
  }
}
