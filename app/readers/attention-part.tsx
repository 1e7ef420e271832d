import { plural } from '../../core/tree/plural.ts'
import type { Waiting, WaitingKind, WaitingLine } from '../../server/home/waiting.server.ts'
import { ATTENTION } from './attention.ts'
import { actionOf, saidOf } from '../courses/waiting-words.ts'

interface Props {
  waiting: Record<(typeof ATTENTION)[number], Waiting>
  /** What students miss, by the item. */
  missing: readonly { readonly entryId: string; readonly title: string; readonly words: string }[]
  courseId: string
}

/** What needs attention, before all that was done: who waits for an answer, and which items did not help. */
export function AttentionPart({ waiting, missing, courseId }: Props) {
  const lines = ATTENTION.flatMap((kind) => waiting[kind].lines.map((line) => ({ line, kind })))
  const more = ATTENTION.reduce((sum, kind) => sum + waiting[kind].all, 0) - lines.length
  return (
    <section className="attention" aria-labelledby="attention-head">
      <h2 id="attention-head">Needs attention</h2>
      {lines.length === 0 ? (
        <p className="soft">Nothing just now: nobody waits for an answer, and nobody said that a page did not help.</p>
      ) : (
        <ul>
          {lines.map(({ line, kind }) => (
            <AttentionLine key={`${kind} ${line.entryId}`} {...{ line, kind }} />
          ))}
        </ul>
      )}
      {more > 0 && <p className="soft">And {plural(more, 'item')} more.</p>}
      {missing.length > 0 && (
        <details>
          <summary>What students miss, in their words ({missing.length})</summary>
          <ul>
            {missing.map(({ entryId, title, words }, at) => (
              <li key={at}>
                <span dir="auto">“{words}”</span>{' '}
                <a href={`/courses/${courseId}/items/${entryId}`} className="soft">
                  {title}
                </a>
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  )
}

function AttentionLine({ line, kind }: { line: WaitingLine; kind: WaitingKind }) {
  const { before } = saidOf(kind, line)
  const { address, name } = actionOf(kind, line)
  return (
    <li>
      <span>
        <b>{before}</b> {line.title}
      </span>
      <a href={address} className="quiet-link">
        {name}
        <span className="visually-hidden">: {line.title}</span>
      </a>
    </li>
  )
}
