import type { Editor } from '@tiptap/core'
import { useEffect, useState } from 'react'
import { type LinkTarget, linkTargets } from '../../core/links/targets.ts'
import { LinkField } from '../editor/link-field.tsx'
import { getJson } from '../shell/ask-json.ts'
import { courseHere } from '../shell/course-here.ts'

/** Asks where a link of a passage leads: to what whoever writes sees of the course, or to an address. */
export function PassageLink(props: { editor: Editor; onClose: () => void }) {
  const courseId = courseHere()
  // Empty until they are there; null where they can't be had: then there are addresses alone.
  const [targets, setTargets] = useState<readonly LinkTarget[] | null>(courseId === '' ? null : [])
  useEffect(() => {
    if (courseId === '') return
    let isOver = false
    void getJson(`/read/${courseId}/link-targets`, linkTargets).then((said) => {
      if (!isOver) setTargets(said.ok ? said.value : null)
    })
    return () => void (isOver = true)
  }, [courseId])
  return <LinkField {...props} places={targets === null ? undefined : { courseId, targets }} />
}
