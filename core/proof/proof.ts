import { hash } from '../tree/hash.ts'
import type { Node } from 'prosemirror-model'
import type { Transform } from 'prosemirror-transform'
import { atOnce } from '../tree/steps.ts'
import { rules, ruleOf } from './registry.ts'
import { type Known, NOTHING_KNOWN, type Severity } from './rule.ts'

/** Something the proof has found, as a value that can be sent anywhere. */
export interface Finding {
  readonly rule: string
  readonly severity: Severity
  readonly from: number
  readonly to: number
  readonly message: string
  /** Stays the same while the passage does; of two alike passages each has its own. */
  readonly fingerprint: string
}

const ORDER: Record<Severity, number> = { blocks: 0, right: 1, look: 2 }

/** Everything that the rules find in a page: what blocks someone first, then in the order of the page. */
export function proof(page: Node, known: Known = NOTHING_KNOWN): Finding[] {
  return atOnce(proofInSteps(page, known))
}

/** `proof`, a rule at each step, between which a server can answer others. */
export function* proofInSteps(page: Node, known: Known): Generator<void, Finding[]> {
  const found: Finding[] = []
  const seen = new Map<string, number>()
  for (const { id, severity, check } of rules) {
    for (const { from, to, message, passage } of check(page, known)) {
      const print = `${id}-${hash(passage)}`
      const number = (seen.get(print) ?? 0) + 1
      seen.set(print, number)
      found.push({ rule: id, severity, from, to, message, fingerprint: number === 1 ? print : `${print}-${number}` })
    }
    yield
  }
  return found.sort((a, b) => ORDER[a.severity] - ORDER[b.severity] || a.from - b.from)
}

/**
 * The change that a repair makes; null when the finding is no longer there or the repair asks for words and got none.
 */
export function repairOf(
  page: Node,
  finding: Pick<Finding, 'rule' | 'fingerprint'>,
  repair: string,
  words = '',
  known = NOTHING_KNOWN,
): Transform | null {
  const current = proof(page, known).find(
    ({ rule, fingerprint }) => rule === finding.rule && fingerprint === finding.fingerprint,
  )
  return current ? (ruleOf(finding.rule)?.repair(page, current, repair, words) ?? null) : null
}

/** How many findings there are of each sort, leaving out those set aside. */
export function countFindings(findings: readonly Finding[], setAside: ReadonlySet<string>): Record<Severity, number> {
  const counts = { blocks: 0, right: 0, look: 0 }
  for (const { severity, fingerprint } of findings) if (!setAside.has(fingerprint)) counts[severity]++
  return counts
}
