import type { NodeKind } from '../../core/kinds/kind.ts'
import { nodeKinds } from '../../core/kinds/registry.ts'

const kinds: Record<string, NodeKind> = nodeKinds

/** What authors call a kind, as the first word of a chip. */
export function kindLabel(name: string): string {
  const label = kinds[name]?.label ?? name
  return label.charAt(0).toUpperCase() + label.slice(1)
}
