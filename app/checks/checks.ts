import { pageFromJson } from '../../core/document/schema.ts'
import { type Finding, proof } from '../../core/proof/proof.ts'
import type { Known } from '../../core/proof/rule.ts'
import { checkSource } from '../../core/source/check/check.ts'
import type { SourceFinding } from '../../core/source/check/diagnostic.ts'

/** What the worker can be asked, and what it answers. */
export interface Checks {
  readonly source: { readonly ask: { readonly text: string }; readonly answer: readonly SourceFinding[] }
  readonly proof: {
    readonly ask: { readonly page: object; readonly known: Known }
    readonly answer: readonly Finding[]
  }
}

export type CheckRequest = { [Type in keyof Checks]: { readonly type: Type } & Checks[Type]['ask'] }[keyof Checks]

/** The work itself, the same in a worker and without one. */
export function answerCheck(request: CheckRequest): Checks[keyof Checks]['answer'] {
  return request.type === 'source' ? checkSource(request.text) : proof(pageFromJson(request.page), request.known)
}
