import { type ComponentType, useEffect, useRef, useState } from 'react'
import { plainPassage } from '../../core/document/empty-passage.ts'
import type { UploadTo } from '../media/upload.ts'
import './rich-field.css'

export interface RichFieldProps {
  /** What is written here, for whoever can't see it. */
  label: string
  placeholder: string
  /** JSON of a passage to begin with; blank when left out. */
  start?: object | undefined
  courseId: string
  /** Where pictures go; none are taken when it is left out. */
  uploadTo?: UploadTo | undefined
  /** Names of variables whose values can be put into the text; no tool for it when left out. */
  variables?: readonly string[] | undefined
  /** It is for one line of words: tools for blocks are left out. */
  isLine?: boolean
  /** Begins with the cursor in it. */
  isOpen?: boolean
  onChange: (content: object) => void
  /** Ctrl+Enter. */
  onSend?: () => void
}

export interface PassageEditorProps extends RichFieldProps {
  isFocused: () => boolean
  /** What was typed before the editor came; null when nothing was. */
  takeTyped: () => object | null
  onTaken: () => void
}
let loaded: ComponentType<PassageEditorProps> | null = null

/** The editor, once it is there, and the way to have it fetched. */
function useFetchedEditor(): [ComponentType<PassageEditorProps> | null, () => void] {
  const [Editor, setEditor] = useState<ComponentType<PassageEditorProps> | null>(null)
  const fetchEditor = (): void => {
    if (loaded) return setEditor(() => loaded)
    import('./passage-editor.tsx').then(
      (module) => {
        loaded = module.default
        setEditor(() => module.default)
      },
      // Without the editor the plain field goes on.
      () => undefined,
    )
  }
  return [Editor, fetchEditor]
}

/**
 * A field for a passage. It is a plain field until somebody begins to write; its editor is fetched then and takes over
 * what was typed meanwhile. Should it not come, the plain field does.
 */
export function RichField(props: RichFieldProps) {
  const { label, placeholder, isOpen = false, onChange, onSend } = props
  // What it began with, whatever is made of it meanwhile.
  const [start] = useState(props.start)
  const [isTaken, setTaken] = useState(false)
  const [isComing, setComing] = useState(false)
  const field = useRef<HTMLTextAreaElement>(null)
  const [Editor, fetchEditor] = useFetchedEditor()
  useEffect(() => {
    if (isOpen) field.current?.focus()
    // Somebody may have begun before the script came.
    const typed = field.current?.value ?? ''
    if (typed !== '') onChange(plainPassage(typed))
    if (start || document.activeElement === field.current) fetchEditor()
    // Once: what the field begins with does not change.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [])
  return (
    <>
      {Editor && (
        <Editor
          {...props}
          start={start}
          isFocused={() => document.activeElement === field.current || isOpen}
          takeTyped={() => (field.current?.value ? plainPassage(field.current.value) : null)}
          onTaken={() => setTaken(true)}
        />
      )}
      {!isTaken && (
        <textarea
          ref={field}
          className={`rich-field rich-plain${isComing ? ' is-coming' : ''}`}
          aria-label={label}
          placeholder={placeholder}
          rows={start ? 4 : 1}
          disabled={start !== undefined}
          onFocus={() => (setComing(true), fetchEditor())}
          onChange={(event) => onChange(plainPassage(event.target.value))}
          onKeyDown={(event) => event.key === 'Enter' && (event.ctrlKey || event.metaKey) && onSend?.()}
        />
      )}
    </>
  )
}
