import { Button } from 'antd'
import { Paperclip, X } from 'lucide-react'
import { useRef, useState } from 'react'
import { RichField } from '../writing/rich-field.tsx'
import { FileList } from './handed-in.tsx'
import { type Kept, useDraft, type Work } from './use-draft.ts'
import { Preview } from '../writing/preview.tsx'
import { FileChooser } from '../writing/file-chooser.tsx'
import { useNewest } from '../shell/use-newest.ts'

interface Props {
  courseId: string
  entryId: string
  start: Work | null
  onHandedIn: () => void
}

/** Where the answer to an assignment is written, kept as a draft by itself. */
export function WorkField({ courseId, entryId, start, onHandedIn }: Props) {
  const { work, kept, isSending, keep, addFiles, handIn, preview } = useDraft(courseId, entryId, start, onHandedIn)
  const [shown, setShown] = useState<string | null>(null)
  const newest = useNewest()
  const chooser = useRef<HTMLInputElement>(null)
  return (
    <div className="assignment-work needs-script">
      <h2>Your answer</h2>
      <RichField
        label="Your answer"
        placeholder="Write here. It is saved automatically as a draft; nobody else sees it until you hand it in."
        start={start?.content}
        courseId={courseId}
        uploadTo="contributions"
        onChange={(content) => (newest.forget(), setShown(null), keep({ ...work, content }))}
      />
      <FileList
        files={work.files}
        onRemove={(id) => keep({ ...work, files: work.files.filter((file) => file.id !== id) })}
        removeIcon={<X size={13} aria-hidden />}
      />
      {shown !== null && <Preview label="As your teacher will see it" html={shown} />}
      <div className="post-actions">
        <Button type="primary" loading={isSending} onClick={() => void handIn()}>
          Hand in
        </Button>
        <Button onClick={() => newest.hear(preview(), setShown)}>Preview</Button>
        <Button icon={<Paperclip size={14} aria-hidden />} onClick={() => chooser.current?.click()}>
          Add a file
        </Button>
        <span
          className={kept.type === 'problem' ? 'post-problem' : 'soft small'}
          role={kept.type === 'problem' ? 'alert' : 'status'}
        >
          {keptWords(kept)}
        </span>
      </div>
      <FileChooser chooser={chooser} label="Files to hand in" onFiles={(files) => void addFiles(files)} />
    </div>
  )
}

function keptWords(kept: Kept): string {
  switch (kept.type) {
    case 'nothing':
      return ''
    case 'keeping':
      return 'Saving…'
    case 'kept':
      return `Draft saved ${kept.at}`
    case 'problem':
      return kept.words
  }
}
