import type { Editor } from '@tiptap/core'
import { useEffect, useMemo, useRef } from 'react'
import { useRevalidator } from 'react-router'
import type { Known } from '../../core/proof/rule.ts'
import { type Findings, useFindings } from './use-findings.ts'

/** What the proof finds on a sheet, with what it knows of the course around. */
export function useCourseFindings(
  editor: Editor | null,
  documentId: string,
  plan: readonly { readonly id: string }[],
): Findings {
  const findings = useFindings(editor, documentId, useKnownCourse(plan))
  useLoadedAnew(findings)
  return findings
}

/** What the plan says of a course, for its pages to be looked over with; the same as long as its entries are. */
function useKnownCourse(plan: readonly { readonly id: string }[]): Known {
  const ids = plan.map(({ id }) => id).join(' ')
  return useMemo(() => ({ entries: ids === '' ? null : new Set(ids.split(' ')) }), [ids])
}

/** What a link leads to may have come into the plan since it was loaded: before that is believed, it is loaded anew. */
function useLoadedAnew({ open }: Findings): void {
  const { revalidate } = useRevalidator()
  const seen = useRef(new Set<string>())
  useEffect(() => {
    const nowhere = (open ?? []).filter(
      ({ rule, fingerprint }) => rule === 'link-to-nothing' && !seen.current.has(fingerprint),
    )
    if (nowhere.length === 0) return
    for (const { fingerprint } of nowhere) seen.current.add(fingerprint)
    void revalidate()
  }, [open, revalidate])
}
