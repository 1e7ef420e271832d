import type { Editor } from '@tiptap/core'
import { useCallback, useEffect, useState } from 'react'
import type { Finding } from '../../core/proof/proof.ts'
import { type Known, NOTHING_KNOWN } from '../../core/proof/rule.ts'
import type { DismissedFinding } from '../../server/proof/queries.server.ts'
import { askChecks } from '../checks/ask.ts'
import { markFindings } from './finding-marks.ts'

/** The page is looked over when the writing has paused for so long, in milliseconds. */
const PAUSE = 700

export interface Findings {
  /** What is known of the course, as the findings were looked for with it. */
  readonly known: Known
  /** Everything found and not set aside; null until the first look is done. */
  readonly open: readonly Finding[] | null
  /** What was set aside and still stands in the page, with its reason. */
  readonly aside: readonly (Finding & DismissedFinding)[]
  dismiss: (finding: Finding, reason: string) => Promise<string | null>
  restore: (fingerprint: string) => Promise<string | null>
}

/** Looks the page over while it is written, in a worker, and remembers what was set aside. */
export function useFindings(editor: Editor | null, documentId: string, known = NOTHING_KNOWN): Findings {
  const [found, setFound] = useState<readonly Finding[] | null>(null)
  const { dismissed, setDismissed } = useDismissed(documentId)

  useLooking(editor, known, setFound)

  const reasons = new Map(dismissed.map((each) => [each.fingerprint, each]))
  const open = found?.filter(({ fingerprint }) => !reasons.has(fingerprint)) ?? null
  useEffect(() => {
    if (editor && found)
      markFindings(
        editor,
        found.filter(({ fingerprint }) => !dismissed.some((each) => each.fingerprint === fingerprint)),
      )
  }, [editor, found, dismissed])

  const send = useCallback(
    async (body: object): Promise<string | null> => {
      const response = await fetch(`/documents/${documentId}/dismissed-findings`, {
        method: 'POST',
        body: JSON.stringify(body),
        headers: { 'Content-Type': 'application/json' },
      }).catch(() => null)
      if (!response) return 'That did not get through. Look whether there is a connection, then try again.'
      const answer = (await response.json().catch(() => ({}))) as DismissedFinding[] | { reason?: string }
      if (!Array.isArray(answer)) return answer.reason ?? 'That could not be saved. Try again in a moment.'
      setDismissed(answer)
      return null
    },
    [documentId, setDismissed],
  )
  return {
    known,
    open,
    aside: (found ?? []).flatMap((finding) =>
      reasons.has(finding.fingerprint) ? { ...finding, ...reasons.get(finding.fingerprint)! } : [],
    ),
    dismiss: (finding, reason) => send({ intent: 'dismiss', fingerprint: finding.fingerprint, reason }),
    restore: (fingerprint) => send({ intent: 'restore', fingerprint }),
  }
}

/** What was set aside before, asked for once. */
function useDismissed(documentId: string) {
  const [dismissed, setDismissed] = useState<readonly DismissedFinding[]>([])

  useEffect(() => {
    void fetch(`/documents/${documentId}/dismissed-findings`)
      .then(async (response) => (response.ok ? setDismissed((await response.json()) as DismissedFinding[]) : undefined))
      .catch(() => undefined)
  }, [documentId])
  return { dismissed, setDismissed }
}

/** Looks the page over now, and whenever the writing has paused. */
function useLooking(editor: Editor | null, known: Known, setFound: (value: readonly Finding[] | null) => void): void {
  useEffect(() => {
    if (!editor) return
    let isGone = false
    let timer: ReturnType<typeof setTimeout> | undefined
    const look = async (): Promise<void> => {
      const { doc } = editor.state
      const answer = await askChecks({ type: 'proof', page: doc.toJSON() as object, known })
      // What comes late speaks of a page that is no longer there; the next look is on its way.
      if (answer && !isGone && editor.state.doc === doc) setFound(answer)
    }
    const wrote = ({ transaction }: { transaction: { docChanged: boolean } }): void => {
      if (!transaction.docChanged) return
      clearTimeout(timer)
      timer = setTimeout(() => void look(), PAUSE)
    }
    editor.on('transaction', wrote)
    void look()
    return () => {
      isGone = true
      clearTimeout(timer)
      editor.off('transaction', wrote)
    }
  }, [editor, known, setFound])
}
