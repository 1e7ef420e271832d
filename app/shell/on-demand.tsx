import { type ComponentType, useEffect, useState } from 'react'

/** A part of the interface that is fetched when it is first shown, or before that by `preload`. */
export type OnDemand<Props> = ((props: Props) => React.ReactNode) & { preload: () => void }

/**
 * Makes a component of one that is fetched when it is needed. Without a connection it says so, in words, and tries
 * again the next time it is shown: what is being written stays as it is.
 */
export function onDemand<Props extends object>(load: () => Promise<ComponentType<Props>>): OnDemand<Props> {
  let loaded: ComponentType<Props> | null = null
  const fetchIt = async (): Promise<ComponentType<Props>> => (loaded ??= await load())
  function Part(props: Props) {
    const [Shown, setShown] = useState(() => loaded)
    const [isMissing, setMissing] = useState(false)
    useEffect(() => {
      if (Shown) return
      let isGone = false
      fetchIt().then(
        (component) => !isGone && setShown(() => component),
        () => !isGone && setMissing(true),
      )
      return () => void (isGone = true)
    }, [Shown])
    if (Shown) return <Shown {...props} />
    return isMissing ? (
      <p className="on-demand-problem" role="alert">
        This part has not been fetched yet, and there is no connection. Try it again when there is one; what you write
        is kept.
      </p>
    ) : null
  }
  return Object.assign(Part, { preload: () => void fetchIt().catch(() => undefined) })
}
