import { Alert, Button, Radio } from 'antd'
import { FileUp } from 'lucide-react'
import { type DragEvent, useRef, useState } from 'react'
import type { ImportAs } from '../../core/formats/imported.ts'
import { useAsking } from '../shell/use-asking.ts'
import { sendFile } from '../media/send-file.ts'
import { transferAnswer, type TransferAnswer } from './transfer-requests.ts'
import { Dialog } from '../shell/dialog.tsx'
import './transfers.css'

interface Props {
  courseId: string
  after: { id: string; title: string } | null
  onClose: () => void
  /** What was begun has this id. */
  onBegun: (id: string | undefined) => void
}

/** Brings a document in, as a book or as a page. */
export function ImportDialog({ courseId, after, onClose, onBegun }: Props) {
  const [file, setFile] = useState<File | null>(null)
  const [as, setAs] = useState<ImportAs>('book')
  const [sent, setSent] = useState(0)
  const { isAsking, problem, setProblem, ask } = useAsking()
  const take = (chosen: File | undefined): void => {
    if (!chosen) return
    setFile(chosen)
    setProblem('')
  }
  const begin = async (): Promise<void> => {
    if (!file) return setProblem('Choose a document first.')
    setSent(0)
    const query = new URLSearchParams({ name: file.name.toWellFormed(), as, ...(after ? { after: after.id } : {}) })
    const begun = await ask(() =>
      sendFile<TransferAnswer>(`/courses/${courseId}/transfers/import?${query}`, file, transferAnswer, setSent),
    )
    if (!begun) return
    onBegun('id' in begun ? begun.id : undefined)
    onClose()
  }
  return (
    <Dialog
      open
      title="Import a document"
      width={520}
      onCancel={onClose}
      footer={
        <>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="primary" loading={isAsking} onClick={() => void begin()}>
            {isAsking ? `Sending, ${Math.round(sent * 100)} %` : 'Import it'}
          </Button>
        </>
      }
    >
      <DocumentField file={file} onFile={take} />
      <AsChoice {...{ as, setAs }} />
      <p className="soft small import-place">
        {after ? `It goes after “${after.title}”.` : 'It goes to the end of the plan.'} Students see nothing of it until
        you publish it.
      </p>
      {problem && <Alert type="warning" title={problem} role="alert" />}
    </Dialog>
  )
}

function AsChoice({ as, setAs }: { as: ImportAs; setAs: (value: ImportAs) => void }) {
  return (
    <fieldset className="transfer-choice">
      <legend>As</legend>
      <Radio.Group value={as} onChange={(event) => setAs(event.target.value as ImportAs)}>
        <Radio value="book">
          A book
          <span className="soft small">A chapter for each main heading; without headings it becomes a page.</span>
        </Radio>
        <Radio value="page">
          One page
          <span className="soft small">An EPUB, and a folder of several texts, always becomes a book.</span>
        </Radio>
      </Radio.Group>
    </fieldset>
  )
}

/** Where a document is dropped or chosen. */
function DocumentField({ file, onFile }: { file: File | null; onFile: (file: File | undefined) => void }) {
  const [isOver, setOver] = useState(false)
  const field = useRef<HTMLInputElement>(null)
  const drop = (event: DragEvent): void => {
    event.preventDefault()
    setOver(false)
    onFile(event.dataTransfer.files[0])
  }
  return (
    <div
      className={isOver ? 'import-field is-over' : 'import-field'}
      onDragOver={(event) => (event.preventDefault(), setOver(true))}
      onDragLeave={() => setOver(false)}
      onDrop={drop}
    >
      <FileUp size={22} strokeWidth={1.5} aria-hidden />
      {file ? <b dir="auto">{file.name}</b> : <span>Drop a document here</span>}
      <Button onClick={() => field.current?.click()}>{file ? 'Choose another' : 'Choose a file'}</Button>
      <input
        ref={field}
        type="file"
        hidden
        aria-label="Document"
        accept=".docx,.epub,.md,.markdown,.zip,.html,.htm"
        onChange={(event) => onFile(event.target.files?.[0])}
      />
      <span className="soft small">Word (.docx), EPUB, Markdown (.md, or a .zip of them with pictures), HTML</span>
    </div>
  )
}
