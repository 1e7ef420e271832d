import type { ItemState } from '../../server/plan/queries.server.ts'

const OUTLINE = 'M5.2 1.8 10.4 1.4 14.2 4.3 14.6 9.6 11.8 13.8 6.2 14.5 2.1 11.6 1.5 6.2Z'
const LOWER = 'M1.6 8H14.5L14.6 9.6 11.8 13.8 6.2 14.5 2.1 11.6Z'

const WORDS: Record<ItemState, string> = { draft: 'Draft', published: 'Published', edited: 'Edited since' }

/**
 * How an item stands, by shape: an outlined stone, a filled one, one filled to half. Named unless words stand beside
 * it.
 */
export function Stone({ state, isNamed = true }: { state: ItemState; isNamed?: boolean }) {
  return (
    <svg
      viewBox="0 0 16 16"
      width={14}
      height={14}
      className="stone"
      {...(isNamed ? { role: 'img', 'aria-label': WORDS[state] } : { 'aria-hidden': true })}
    >
      {isNamed && <title>{WORDS[state]}</title>}
      {state === 'published' && <path d={OUTLINE} fill="var(--slate)" />}
      {state === 'draft' && <path d={OUTLINE} fill="none" stroke="var(--edge)" strokeWidth="1.5" />}
      {state === 'edited' && (
        <>
          <path d={OUTLINE} fill="none" stroke="var(--ochre)" strokeWidth="1.5" />
          <path d={LOWER} fill="var(--ochre)" />
        </>
      )}
    </svg>
  )
}

export function stateWords(state: ItemState): string {
  return WORDS[state]
}
