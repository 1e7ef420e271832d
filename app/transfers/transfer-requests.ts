import { z } from 'zod'
import { identifier } from '../../core/document/wire.ts'
import { EXPORT_FORMATS, EXPORT_VARIANTS, transferFields } from '../../core/formats/transfer.ts'

/** What can be asked of transfers, as the browser sends it. */
export const transferRequest = z.discriminatedUnion('intent', [
  z.object({
    intent: z.literal('out'),
    entryId: identifier,
    format: z.enum(EXPORT_FORMATS),
    variant: z.enum(EXPORT_VARIANTS),
  }),
  z.object({ intent: z.literal('again'), id: identifier }),
])
export type TransferRequest = z.infer<typeof transferRequest>
export const transferAnswer = z.object({ ok: z.boolean(), reason: z.string().optional(), id: z.string().optional() })
export type TransferAnswer = z.infer<typeof transferAnswer>

/** A transfer as the plan shows it. */
export const shownTransfer = z.object({ ...transferFields, size: z.number().nullable(), at: z.string() })
export type ShownTransfer = z.infer<typeof shownTransfer>
