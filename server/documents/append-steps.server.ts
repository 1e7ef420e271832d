import type { Step } from 'prosemirror-transform'
import type { SaveAnswer, SentBatch } from '../../core/document/wire.ts'
import { SCHEMA_VERSION } from '../../core/kinds/upgrades.ts'
import { acceptBatch } from './accept-batch.server.ts'

/** Appends steps that the server has made itself to the log of a document, in somebody’s name. */
export const appendSteps = (
  documentId: string,
  personId: string,
  batch: Pick<SentBatch, 'id' | 'base' | 'client'>,
  steps: readonly Step[],
): Promise<SaveAnswer> =>
  acceptBatch(documentId, personId, {
    ...batch,
    schemaVersion: SCHEMA_VERSION,
    steps: steps.map((step) => step.toJSON() as unknown),
  })
