import type { ReactNode } from 'react'
import { type DoneRule, type EntryKind, kindOfEntry } from '../../core/plan/kinds.ts'
import type { ChangedSettings, EntrySettings } from '../../core/plan/settings.ts'
import { CheckField, DateTimeField, SelectField, TextField } from './entry-fields.tsx'

export interface SectionProps {
  id: string
  kind: EntryKind
  courseId: string
  timeZone: string
  settings: EntrySettings
  set: (change: ChangedSettings) => void
}

const DONE_WORDS: Record<DoneRule, string> = {
  read: 'read it to the end',
  posted: 'written a post',
  answered: 'answered everything',
  'handed in': 'handed it in',
}

interface WhenProps extends SectionProps {
  opensAt: string | null
  onOpens: (iso: string | null) => void
}

/** When it opens, closes, or is due. */
export function WhenSection({ kind, timeZone, settings, set, opensAt, onOpens }: WhenProps) {
  return (
    <section>
      <h2>When</h2>
      <DateTimeField words="Opens for students" value={opensAt} timeZone={timeZone} keep={onOpens} />
      {kind === 'discussion' && (
        <DateTimeField
          words="Closes"
          value={settings.closesAt}
          timeZone={timeZone}
          keep={(closesAt) => set({ closesAt })}
        />
      )}
      {(kind === 'assignment' || kind === 'exercise') && (
        <DateTimeField words="Due" value={settings.dueAt} timeZone={timeZone} keep={(dueAt) => set({ dueAt })} />
      )}
      <p className="soft small">Time of the course: {timeZone.replaceAll('_', ' ')}. Empty: at once, without an end.</p>
    </section>
  )
}

/** The aims of a unit or lesson, one a line. */
export function AimsField({ settings, set }: SectionProps) {
  const linesOf = (text: string): string[] =>
    text
      .split('\n')
      .map((line) => line.trim())
      .filter(Boolean)
  return (
    <TextField
      words="Aims, one a line"
      value={settings.aims.join('\n')}
      isLong
      keep={(text) => set({ aims: linesOf(text) })}
    />
  )
}

/** In what order its items are done, or when it is done itself. */
export function DoneSection({ kind, settings, set }: SectionProps) {
  const { done, holds } = kindOfEntry(kind)
  if (holds.length === 0 && done.length === 0) return null
  return (
    <section>
      <h2>{holds.length > 0 ? 'Order' : 'When it counts as done'}</h2>
      {holds.length > 0 && (
        <CheckField
          words="One after the other: each opens when what stands before it is done"
          isOn={settings.inSequence}
          keep={(inSequence) => set({ inSequence })}
        />
      )}
      {holds.length === 0 && done.length === 1 && (
        <p>Counts as done when the student has {done[0] && DONE_WORDS[done[0]]}.</p>
      )}
      {done.length > 1 && (
        <SelectField
          words="Counts as done when the student has"
          value={settings.done ?? done[0]!}
          options={done.map((rule) => [rule, DONE_WORDS[rule]])}
          keep={(rule) => set({ done: rule })}
        />
      )}
    </section>
  )
}

/** Where a link leads. */
function LinkSection({ settings, set }: SectionProps) {
  return (
    <section>
      <h2>Link</h2>
      <TextField words="Address" value={settings.address} keep={(address) => set({ address })} />
    </section>
  )
}

/** Who sees and writes what in a discussion. */
function DiscussionSection({ id, courseId, settings, set }: SectionProps) {
  return (
    <section>
      <h2>
        Taking part <a href={`/discuss/${courseId}/${id}`}>Open the discussion</a>
      </h2>
      <CheckField
        words="Students see what others wrote once they have written themselves"
        isOn={settings.postFirst}
        keep={(postFirst) => set({ postFirst })}
      />
      <CheckField
        words="Locked: everybody reads, nobody writes"
        isOn={settings.isLocked}
        keep={(isLocked) => set({ isLocked })}
      />
    </section>
  )
}

/** The way to what students handed in. */
function AssignmentSection({ id, courseId }: SectionProps) {
  return (
    <section>
      <h2>Hand-ins</h2>
      <p>
        <a href={`/courses/${courseId}/hand-ins/${id}`}>What students handed in</a>
      </p>
    </section>
  )
}

const MODES = [
  ['practice', 'not counted, for practice'],
  ['counted', 'counted'],
] as const
const ATTEMPTS = [
  ['any', 'no limit'],
  ...[1, 2, 3, 5, 10].map((count) => [String(count), String(count)] as const),
] as const
const FEEDBACK = [
  ['at once', 'after each answer'],
  ['at the end', 'at the end'],
  ['never', 'never'],
] as const

/** How often an exercise is done, and what is told. */
function ExerciseSection({ settings, set }: SectionProps) {
  return (
    <section>
      <h2>Attempts and answers</h2>
      <SelectField words="Points" value={settings.mode} options={MODES} keep={(mode) => set({ mode })} />
      <SelectField<string>
        words="Attempts"
        value={String(settings.attempts ?? 'any')}
        options={ATTEMPTS}
        keep={(count) => set({ attempts: count === 'any' ? null : Number(count) })}
      />
      <SelectField
        words="Show right answers"
        value={settings.feedback}
        options={FEEDBACK}
        keep={(feedback) => set({ feedback })}
      />
      <CheckField
        words="A different order of questions for each student"
        isOn={settings.isShuffled}
        keep={(isShuffled) => set({ isShuffled })}
      />
    </section>
  )
}

/** What is particular to a kind of entry. */
export const OWN_SECTION: Partial<Record<EntryKind, (props: SectionProps) => ReactNode>> = {
  link: LinkSection,
  discussion: DiscussionSection,
  assignment: AssignmentSection,
  exercise: ExerciseSection,
}
