import { Link } from 'react-router'
import { EXPORTABLE } from '../../core/formats/transfer.ts'
import { type EntryKind, kindOfEntry } from '../../core/plan/kinds.ts'
import type { EntrySettings } from '../../core/plan/settings.ts'
import { TEMPLATE_KINDS } from '../../core/templates/template.ts'
import { dialogAddress } from './dialog-address.ts'
import { AimsField, DoneSection, OWN_SECTION, WhenSection } from './entry-sections.tsx'
import { useEntrySettings } from './use-entry-settings.ts'

interface Props {
  entry: {
    readonly id: string
    readonly kind: EntryKind
    readonly documentId: string | null
    readonly opensAt: string | null
    readonly settings: EntrySettings
  }
  courseId: string
  timeZone: string
  /** The introduction has a sheet now. Left out where the sheet is what is being looked at. */
  onIntroduced?: () => void
}

/**
 * What is set about an entry: when it opens, when it is done, and what its kind has besides. Kept as soon as it is
 * changed.
 */
export function EntryDesk({ entry, courseId, timeZone, onIntroduced }: Props) {
  const { id, kind } = entry
  const { settings, set, ask, said } = useEntrySettings(courseId, id, entry.settings)
  const section = { id, kind, courseId, timeZone, settings, set }
  const Own = OWN_SECTION[kind]
  const introduce = async (): Promise<void> => {
    if (entry.documentId !== null || (await ask({ intent: 'introduce', id }))) onIntroduced?.()
  }
  return (
    <div className="entry-desk">
      <WhenSection
        {...section}
        opensAt={entry.opensAt}
        onOpens={(opensAt) => void ask({ intent: 'settings', id, opensAt })}
      />
      {(kind === 'unit' || kind === 'lesson') && (
        <section>
          <h2>Aims</h2>
          <AimsField {...section} />
          <button type="button" className="desk-button" onClick={() => void introduce()} hidden={!onIntroduced}>
            {entry.documentId === null ? 'Write its introduction' : 'Open its introduction'}
          </button>
        </section>
      )}
      <DoneSection {...section} />
      {Own && <Own {...section} />}
      {!onIntroduced && <FileActions {...{ courseId, id, kind }} />}
      <p
        className={said?.isProblem ? 'desk-words entry-problem' : 'desk-words soft small'}
        role={said?.isProblem ? 'alert' : 'status'}
      >
        {said?.words ??
          `What is set here holds for this ${kindOfEntry(kind).label.toLowerCase()} at once, also for what is published.`}
      </p>
    </div>
  )
}

/** What else can be made of an entry: a file, a template. */
function FileActions({ courseId, id, kind }: { courseId: string; id: string; kind: EntryKind }) {
  return (
    <section className="desk-actions">
      {EXPORTABLE.includes(kind) && (
        <Link className="desk-button" to={dialogAddress(courseId, { type: 'export', id })}>
          Export…
        </Link>
      )}
      {TEMPLATE_KINDS.some((each) => each === kind) && (
        <Link className="desk-button" to={dialogAddress(courseId, { type: 'save template', id })}>
          Save as a template…
        </Link>
      )}
    </section>
  )
}
