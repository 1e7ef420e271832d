import { attributes } from './checks/attributes.ts'
import { balance } from './checks/balance.ts'
import { content } from './checks/content.ts'
import { incomplete } from './checks/incomplete.ts'
import { nested } from './checks/nested.ts'
import { obsolete } from './checks/obsolete.ts'
import { outside } from './checks/outside.ts'
import { plugIns } from './checks/plug-ins.ts'
import { references } from './checks/references.ts'
import { signs } from './checks/signs.ts'
import { styles } from './checks/styles.ts'
import { tables } from './checks/tables.ts'
import { targets } from './checks/targets.ts'
import { unknown } from './checks/unknown.ts'
import { unsafe } from './checks/unsafe.ts'
import { unfinished } from './checks/unfinished.ts'
import { values } from './checks/values.ts'
import type { SourceCheck } from './source-check.ts'

/** Every check of the source. */
export const checks: readonly SourceCheck[] = [
  unfinished,
  balance,
  outside,
  content,
  nested,
  incomplete,
  attributes,
  signs,
  unknown,
  values,
  tables,
  targets,
  references,
  unsafe,
  styles,
  plugIns,
  obsolete,
]
