import { useEffect, useState } from 'react'
import { useNavigation } from 'react-router'
import './working.css'

/** A change of screen shows that it works after so long, and says so in words after so much longer; in milliseconds. */
const SIGN = 300
const WORDS = 2000

/** True once something has lasted so long. */
function useLasting(is: boolean, time: number): boolean {
  const [lasts, setLasts] = useState(false)
  useEffect(() => {
    if (!is) return setLasts(false)
    const timer = setTimeout(() => setLasts(true), time)
    return () => clearTimeout(timer)
  }, [is, time])
  return is && lasts
}

/** What shows over a slow line that a screen is on its way: a line on top, then words; of a page its empty paper. */
export function Working() {
  const { state, location } = useNavigation()
  const isOnTheWay = state !== 'idle'
  const isShown = useLasting(isOnTheWay, SIGN)
  const isLong = useLasting(isOnTheWay, WORDS)
  const title = isShown && state === 'loading' ? titleOf(location?.state) : null
  return (
    <>
      {isShown && <div className="working-line" aria-hidden />}
      {title !== null && (
        <div className="working-page" aria-hidden>
          <p className="working-title" dir="auto">
            {title}
          </p>
          <span />
          <span />
          <span />
        </div>
      )}
      <p className={isLong ? 'working-words' : 'visually-hidden'} role="status">
        {isLong ? 'Still opening. The line is slow.' : isShown ? 'Opening…' : ''}
      </p>
    </>
  )
}

/** What whoever leads to a page says it is called, so that it can be shown before it is there. */
export interface OpeningState {
  readonly opening: string
}

const titleOf = (state: unknown): string | null =>
  typeof state === 'object' && state !== null && 'opening' in state && typeof state.opening === 'string'
    ? state.opening
    : null
