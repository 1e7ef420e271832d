import { shortened } from '../../core/tree/shortened.ts'
import { plural } from '../../core/tree/plural.ts'
import type { WaitingKind, WaitingLine } from '../../server/home/waiting.server.ts'

/** What is said of something that waits, before and after the title of its item. */
export function saidOf(kind: WaitingKind, { count, words }: WaitingLine): { before: string; after: string } {
  switch (kind) {
    case 'findings':
      return { before: `${plural(count, 'finding')} in`, after: '' }
    case 'notHelped':
      return {
        before: count === 1 ? 'One reader was not helped by' : `${count} readers were not helped by`,
        after: words === '' ? '' : `“${shortened(words, 140)}”`,
      }
    case 'handIns':
      return { before: `${plural(count, 'answer')} handed in to`, after: '' }
    case 'posts':
      return {
        before: count === 1 ? `${words} has had no reply in` : `${count} posts with no reply in`,
        after: count === 1 ? '' : `the first by ${words}`,
      }
    case 'edited':
      return { before: '', after: `${words === '' ? '' : `by ${words}; `}students read edition ${count}` }
    case 'dates':
      return {
        before: words.startsWith('opens') ? 'Opens:' : words === 'due' ? 'Due:' : 'Closes:',
        after: words === 'opens as draft' ? 'is still a draft' : '',
      }
  }
}

/** Where it is seen to, and what that is called. */
export function actionOf(
  kind: WaitingKind,
  { courseId, entryId, words }: WaitingLine,
): { address: string; name: string } {
  const sheet = `/courses/${courseId}/items/${entryId}`
  switch (kind) {
    case 'findings':
      return { address: sheet, name: 'See to them' }
    case 'notHelped':
      return { address: sheet, name: 'Open the page' }
    case 'handIns':
      return { address: `/courses/${courseId}/hand-ins/${entryId}`, name: 'Read and return' }
    case 'posts':
      return { address: `/discuss/${courseId}/${entryId}`, name: 'Reply' }
    case 'edited':
      return { address: sheet, name: 'See and publish' }
    case 'dates':
      return words === 'opens as draft'
        ? { address: sheet, name: 'Finish it' }
        : { address: `/courses/${courseId}/plan`, name: 'Open the plan' }
  }
}
