import type { LookSort } from '../../core/looks/course-looks.ts'
import type { CourseLooksHere } from './use-course-looks.ts'

/** What could not be done, and the way back for what was taken out. */
export function WhatWasRemoved({ here, sort }: { here: CourseLooksHere; sort: LookSort }) {
  const { problem, removed, keep } = here
  return (
    <>
      {problem !== '' && <p className="desk-advice is-trouble">{problem}</p>}
      {removed?.sort === sort && (
        <p className="desk-advice">
          “{removed.name}” was taken out. Pages that use it stay as they are.{' '}
          <button type="button" className="link-button" onClick={() => void keep(removed)}>
            Put it back
          </button>
        </p>
      )}
    </>
  )
}
