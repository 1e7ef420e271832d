import { Alert, Button, Radio } from 'antd'
import { useState } from 'react'
import { EXPORT_FORMATS, type ExportFormat, exportFormats, type ExportVariant } from '../../core/formats/transfer.ts'
import { kindOfEntry } from '../../core/plan/kinds.ts'
import type { PlanRow } from '../../server/plan/queries.server.ts'
import { useAsking } from '../shell/use-asking.ts'
import { titleOrKind } from '../shell/entry-kinds.tsx'
import type { Transfers } from './use-transfers.ts'
import { Dialog } from '../shell/dialog.tsx'
import './transfers.css'

/** Asks in which form something is to be had, and whether as students read it or as it is being written. */
export function ExportDialog({
  entry,
  transfers,
  onClose,
  onBegun,
}: {
  entry: PlanRow
  transfers: Transfers
  onClose: () => void
  onBegun: (id: string | undefined) => void
}) {
  const isPublished = entry.edition !== null
  const [format, setFormat] = useState<ExportFormat>(entry.kind === 'book' ? 'epub' : 'web')
  const [variant, setVariant] = useState<ExportVariant>(isPublished ? 'published' : 'written')
  const { isAsking, problem, ask } = useAsking()
  const begin = async (): Promise<void> => {
    const begun = await ask(() => transfers.ask({ intent: 'out', entryId: entry.id, format, variant }))
    if (!begun) return
    onBegun(begun.id)
    onClose()
  }
  return (
    <Dialog
      open
      title={`Export “${titleOrKind(entry)}”`}
      width={520}
      onCancel={onClose}
      footer={
        <>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="primary" loading={isAsking} onClick={() => void begin()}>
            Export
          </Button>
        </>
      }
    >
      <WhichFormat {...{ format, setFormat }} />
      <WhichState {...{ variant, setVariant, isPublished, entry }} />
      {problem && <Alert type="warning" title={problem} role="alert" />}
    </Dialog>
  )
}

interface WhichFormatProps {
  format: ExportFormat
  setFormat: (value: ExportFormat) => void
}

function WhichFormat({ format, setFormat }: WhichFormatProps) {
  return (
    <fieldset className="transfer-choice">
      <legend>As</legend>
      <Radio.Group value={format} onChange={(event) => setFormat(event.target.value as ExportFormat)}>
        {EXPORT_FORMATS.map((each) => (
          <Radio key={each} value={each}>
            {exportFormats[each].label}
            <span className="soft small">{exportFormats[each].help}</span>
          </Radio>
        ))}
      </Radio.Group>
    </fieldset>
  )
}

interface WhichStateProps {
  variant: ExportVariant
  setVariant: (value: ExportVariant) => void
  isPublished: boolean
  entry: PlanRow
}

function WhichState({ variant, setVariant, isPublished, entry }: WhichStateProps) {
  return (
    <fieldset className="transfer-choice">
      <legend>Which version</legend>
      <Radio.Group value={variant} onChange={(event) => setVariant(event.target.value as ExportVariant)}>
        <Radio value="published" disabled={!isPublished}>
          What students read now
          <span className="soft small">
            {isPublished
              ? `Edition ${entry.edition}${entry.kind === 'book' ? ', with the chapters that are published' : ''}.`
              : `This ${kindOfEntry(entry.kind).label.toLowerCase()} is not published yet.`}
          </span>
        </Radio>
        <Radio value="written">
          The working version
          <span className="soft small">With all that nobody else has seen yet.</span>
        </Radio>
      </Radio.Group>
    </fieldset>
  )
}
