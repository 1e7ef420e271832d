import { Button } from 'antd'
import { Paperclip, X } from 'lucide-react'
import { useRef, useState } from 'react'
import { RichField } from '../writing/rich-field.tsx'
import { useSay } from '../reading/say-here.ts'
import type { Say } from '../../core/words/say.ts'
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
  const say = useSay()
  const { work, kept, isSending, keep, addFiles, handIn, preview } = useDraft(courseId, entryId, start, onHandedIn)
  const [shown, setShown] = useState<string | null>(null)
  const newest = useNewest()
  const chooser = useRef<HTMLInputElement>(null)
  return (
    <div className="assignment-work needs-script">
      <h2>{say('assignment.yourAnswer')}</h2>
      <RichField
        label={say('assignment.yourAnswer')}
        placeholder={say('assignment.writeHere')}
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
      {shown !== null && <Preview label={say('assignment.asTeacher')} html={shown} />}
      <div className="post-actions">
        <Button type="primary" loading={isSending} onClick={() => void handIn()}>
          {say('assignment.handIn')}
        </Button>
        <Button onClick={() => newest.hear(preview(), setShown)}>{say('assignment.preview')}</Button>
        <Button icon={<Paperclip size={14} aria-hidden />} onClick={() => chooser.current?.click()}>
          {say('assignment.addFile')}
        </Button>
        <span
          className={kept.type === 'problem' ? 'post-problem' : 'soft small'}
          role={kept.type === 'problem' ? 'alert' : 'status'}
        >
          {keptWords(say, kept)}
        </span>
      </div>
      <FileChooser
        chooser={chooser}
        label={say('assignment.filesToHandIn')}
        onFiles={(files) => void addFiles(files)}
      />
    </div>
  )
}

function keptWords(say: Say, kept: Kept): string {
  switch (kept.type) {
    case 'nothing':
      return ''
    case 'keeping':
      return say('assignment.saving')
    case 'kept':
      return say('assignment.draftSaved', { time: kept.at })
    case 'problem':
      return kept.words
  }
}
