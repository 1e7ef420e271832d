import { useState } from 'react'
import { Link, useRevalidator } from 'react-router'
import { EXPORTABLE } from '../../core/formats/transfer.ts'
import { type DoneRule, type EntryKind, kindOfEntry } from '../../core/plan/kinds.ts'
import type { ChangedSettings, EntrySettings } from '../../core/plan/settings.ts'
import { TEMPLATE_KINDS } from '../../core/templates/template.ts'
import { fromField, toField } from '../shell/zoned-time.ts'
import { askPlan } from './ask-plan.ts'
import { dialogAddress } from './dialog-address.ts'
import type { PlanRequest } from './plan-requests.ts'

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

const DONE_WORDS: Record<DoneRule, string> = {
  read: 'read to its end',
  posted: 'written in',
  answered: 'answered to its end',
  'handed in': 'handed in',
}

/**
 * What is set about an entry: when it opens, when it is done, and what its kind has besides. Kept as soon as it is
 * changed.
 */
export function EntryDesk({ entry, courseId, timeZone, onIntroduced }: Props) {
  const { id, kind } = entry
  // What was just set is shown at once; what the server refuses goes back to what it has.
  const [mine, setMine] = useState<ChangedSettings>({})
  const settings: EntrySettings = { ...entry.settings, ...mine }
  const revalidator = useRevalidator()
  const [said, setSaid] = useState<{ isProblem: boolean; words: string } | null>(null)
  const ask = async (request: PlanRequest): Promise<boolean> => {
    const outcome = await askPlan(courseId, request)
    setSaid(
      outcome.ok
        ? { isProblem: false, words: 'Kept.' }
        : { isProblem: true, words: outcome.reason ?? 'That did not work.' },
    )
    if (outcome.ok) void revalidator.revalidate()
    return outcome.ok
  }
  const set = (change: ChangedSettings): void => {
    setMine((before) => ({ ...before, ...change }))
    void ask({ intent: 'settings', id, settings: change }).then((ok) => {
      if (!ok) setMine((before) => Object.fromEntries(Object.entries(before).filter(([name]) => !(name in change))))
    })
  }
  const { label, done, holds } = kindOfEntry(kind)
  const name = label.toLowerCase()
  const isOuter = kind === 'unit' || kind === 'lesson'
  const dateTime = (words: string, value: string | null, keep: (iso: string | null) => void) => (
    <DateTimeField {...{ words, value, timeZone, keep }} />
  )
  return (
    <div className="entry-desk">
      <section>
        <h2>When</h2>
        {dateTime('Opens for students', entry.opensAt, (iso) => void ask({ intent: 'settings', id, opensAt: iso }))}
        {kind === 'discussion' && dateTime('Closes', settings.closesAt, (closesAt) => set({ closesAt }))}
        {(kind === 'assignment' || kind === 'exercise') && dateTime('Due', settings.dueAt, (dueAt) => set({ dueAt }))}
        <p className="soft small">
          Time of the course: {timeZone.replaceAll('_', ' ')}. Empty: at once, without an end.
        </p>
      </section>
      {isOuter && (
        <section>
          <h2>What for</h2>
          <TextField
            words="Aims, one a line"
            value={settings.aims.join('\n')}
            isLong
            keep={(text) =>
              set({
                aims: text
                  .split('\n')
                  .map((line) => line.trim())
                  .filter(Boolean),
              })
            }
          />
          <button
            type="button"
            className="desk-button"
            onClick={() =>
              entry.documentId === null
                ? void ask({ intent: 'introduce', id }).then((ok) => ok && onIntroduced?.())
                : onIntroduced?.()
            }
            hidden={!onIntroduced}
          >
            {entry.documentId === null ? 'Write its introduction' : 'Open its introduction'}
          </button>
        </section>
      )}
      {(holds.length > 0 || done.length > 0) && (
        <section>
          <h2>{holds.length > 0 ? 'In what order' : 'When it is done'}</h2>
          {holds.length > 0 && (
            <Check
              words="One after the other: each opens when what stands before it is done"
              isOn={settings.inSequence}
              keep={(inSequence) => set({ inSequence })}
            />
          )}
          {holds.length === 0 && done.length === 1 && <p>Done when a student has {done[0] && DONE_WORDS[done[0]]}.</p>}
          {done.length > 1 && (
            <label className="desk-field">
              <span>Done when it is</span>
              <select
                value={settings.done ?? done[0]}
                onChange={(event) => set({ done: event.target.value as DoneRule })}
              >
                {done.map((rule) => (
                  <option key={rule} value={rule}>
                    {DONE_WORDS[rule]}
                  </option>
                ))}
              </select>
            </label>
          )}
        </section>
      )}
      {kind === 'link' && (
        <section>
          <h2>Where to</h2>
          <TextField words="Address" value={settings.address} keep={(address) => set({ address })} />
        </section>
      )}
      {kind === 'discussion' && (
        <section>
          <h2>
            Who writes when <a href={`/discuss/${courseId}/${id}`}>Open it</a>
          </h2>
          <Check
            words="Students see what others wrote once they have written themselves"
            isOn={settings.postFirst}
            keep={(postFirst) => set({ postFirst })}
          />
          <Check
            words="Locked: everybody reads, nobody writes"
            isOn={settings.isLocked}
            keep={(isLocked) => set({ isLocked })}
          />
        </section>
      )}
      {kind === 'assignment' && (
        <section>
          <h2>What comes in</h2>
          <p>
            <a href={`/courses/${courseId}/hand-ins/${id}`}>What students handed in</a>
          </p>
        </section>
      )}
      {kind === 'exercise' && (
        <section>
          <h2>How it is done</h2>
          <label className="desk-field">
            <span>It is</span>
            <select
              value={settings.mode}
              onChange={(event) => set({ mode: event.target.value as EntrySettings['mode'] })}
            >
              <option value="practice">practice: tried as often as one likes</option>
              <option value="counted">counted: its points are kept</option>
            </select>
          </label>
          <label className="desk-field">
            <span>Attempts</span>
            <select
              value={settings.attempts ?? 'any'}
              onChange={(event) => set({ attempts: event.target.value === 'any' ? null : Number(event.target.value) })}
            >
              <option value="any">as many as one likes</option>
              {[1, 2, 3, 5, 10].map((count) => (
                <option key={count} value={count}>
                  {count}
                </option>
              ))}
            </select>
          </label>
          <label className="desk-field">
            <span>What was right is told</span>
            <select
              value={settings.feedback}
              onChange={(event) => set({ feedback: event.target.value as EntrySettings['feedback'] })}
            >
              <option value="at once">after each answer</option>
              <option value="at the end">when the attempt is finished</option>
              <option value="never">never, only the points</option>
            </select>
          </label>
          <Check
            words="Questions in another order for each student"
            isOn={settings.isShuffled}
            keep={(isShuffled) => set({ isShuffled })}
          />
        </section>
      )}
      {!onIntroduced && (
        <section className="desk-actions">
          {EXPORTABLE.includes(kind) && (
            <Link className="desk-button" to={dialogAddress(courseId, { type: 'export', id })}>
              Get it as a file…
            </Link>
          )}
          {TEMPLATE_KINDS.some((each) => each === kind) && (
            <Link className="desk-button" to={dialogAddress(courseId, { type: 'save template', id })}>
              Keep as a template…
            </Link>
          )}
        </section>
      )}
      <p
        className={said?.isProblem ? 'desk-words entry-problem' : 'desk-words soft small'}
        role={said?.isProblem ? 'alert' : 'status'}
      >
        {said?.words ?? `What is set here holds for this ${name} at once, also for what is published.`}
      </p>
    </div>
  )
}

function Check({ words, isOn, keep }: { words: string; isOn: boolean; keep: (isOn: boolean) => void }) {
  return (
    <label className="desk-check">
      <input type="checkbox" checked={isOn} onChange={(event) => keep(event.target.checked)} />
      <span>{words}</span>
    </label>
  )
}

/** Kept when the field is left or Enter is pressed, not with each key. */
function TextField({
  words,
  value,
  isLong = false,
  keep,
}: {
  words: string
  value: string
  isLong?: boolean
  keep: (text: string) => void
}) {
  const [typed, setTyped] = useState(value)
  const leave = (): void => {
    if (typed.trim() !== value) keep(typed.trim())
  }
  return (
    <label className="desk-field">
      <span>{words}</span>
      {isLong ? (
        <textarea rows={4} value={typed} onChange={(event) => setTyped(event.target.value)} onBlur={leave} />
      ) : (
        <input
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          onBlur={leave}
          onKeyDown={(event) => event.key === 'Enter' && leave()}
        />
      )}
    </label>
  )
}

function DateTimeField({
  words,
  value,
  timeZone,
  keep,
}: {
  words: string
  value: string | null
  timeZone: string
  keep: (iso: string | null) => void
}) {
  const [typed, setTyped] = useState(() => toField(value, timeZone))
  const leave = (): void => {
    const iso = fromField(typed, timeZone)
    if (iso !== value) keep(iso)
  }
  return (
    <label className="desk-field">
      <span>{words}</span>
      <input
        type="datetime-local"
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={leave}
        onKeyDown={(event) => event.key === 'Enter' && leave()}
      />
    </label>
  )
}
