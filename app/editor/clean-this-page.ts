import type { Command } from '@tiptap/pm/state'
import { cleanPage } from '../../core/structure/clean-page.ts'
import { isA } from '../../core/kinds/facts.ts'
import { sayInNotice } from './paste/last-paste.ts'
import { transactionOf } from './transforms.ts'

/**
 * Cleans what stands on the page as a paste is cleaned, as one step of undo, and says what went. Whether there is
 * something is not found out beforehand: that takes as long as doing it.
 */
export const cleanThisPage: Command = (state, dispatch) => {
  if (!isA(state.doc, 'doc')) return false
  if (!dispatch) return true
  const cleaned = cleanPage(state.doc)
  dispatch(
    cleaned
      ? sayInNotice(transactionOf(state, cleaned.transform), cleaned.report)
      : sayInNotice(state.tr, 'There is nothing to clean on this page.'),
  )
  return true
}
