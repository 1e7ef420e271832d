import { balance } from './checks/balance.ts'
import { obsolete } from './checks/obsolete.ts'
import { outside } from './checks/outside.ts'
import { targets } from './checks/targets.ts'
import { unsafe } from './checks/unsafe.ts'
import { unfinished } from './checks/unfinished.ts'
import type { SourceCheck } from './source-check.ts'

/** Every check of the source. */
export const checks: readonly SourceCheck[] = [unfinished, balance, outside, targets, unsafe, obsolete]
