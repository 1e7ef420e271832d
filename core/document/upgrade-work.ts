import { Step } from 'prosemirror-transform'
import type { Node } from 'prosemirror-model'
import type { QueuedWork } from './outbox.ts'
import type { UnsentWork } from './sender.ts'
import { keepsPositions, upgraded, upgradedSteps } from './upgrade.ts'

/**
 * Unsent work of an older version as it would be kept now, for the page at its base as it stands now. Null when it
 * can't be: positions mean something else since, or others had moved what was on its way.
 */
export function upgradedWork(work: QueuedWork, version: number, page: Node): QueuedWork | null {
  if (!keepsPositions(version) || work.sent?.moved) return null
  const sent = upgradedSteps(page, work.sent?.steps ?? [], version)
  const after = sent.reduce<Node>((now, step) => Step.fromJSON(now.type.schema, step).apply(now).doc!, page)
  return {
    ...work,
    sent: work.sent && { ...work.sent, steps: sent },
    waiting: upgradedSteps(after, work.waiting, version),
  }
}

/** Passages without a place, of an older version, as they would be kept now. */
export const upgradedPassages = (setAside: UnsentWork['setAside'], version: number): UnsentWork['setAside'] =>
  setAside.map((entry) => ({ ...entry, content: upgraded(entry.content, version) }))
