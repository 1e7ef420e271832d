import { useEffect, useRef } from 'react'
import { useLocation } from 'react-router'
import { useFocusKeeper } from './focus-keeper.ts'
import { useKeysStay } from './keys-stay.ts'
import { announce, ANNOUNCEMENTS } from './announce.ts'

/** Who is given the focus by the screen itself, or has it by being written in. */
const WRITING = '.ProseMirror, input, textarea, select, [contenteditable="true"]'

/**
 * What holds on every screen of the application for the focus and for what is said.
 * A change of screen without a new page: what the new one is called is said, and the focus goes to its heading, so that
 * Tab goes on from there (a browser does both when it loads a page). A field that has begun to be written in, and what
 * the screen itself gives the focus to, keep it.
 */
export function ScreenChange() {
  const { pathname } = useLocation()
  const last = useRef(pathname)
  useFocusKeeper()
  useKeysStay()
  useEffect(() => {
    if (last.current === pathname) return
    last.current = pathname
    const frame = requestAnimationFrame(() => {
      announce(document.title)
      // What stands in the new screen and has the focus was given it by that screen.
      if (document.activeElement?.matches(WRITING) || document.activeElement?.closest('main')) return
      const heading = document.querySelector<HTMLElement>('main h1')
      if (!heading || heading.closest('.ProseMirror')) return
      heading.tabIndex = -1
      heading.focus({ preventScroll: true })
    })
    return () => cancelAnimationFrame(frame)
  }, [pathname])
  return <div id={ANNOUNCEMENTS} className="visually-hidden" role="status" />
}
