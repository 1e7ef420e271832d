import type { ReactNode } from 'react'
import './side-desk.css'

interface Props<Id extends string> {
  name: string
  tabs: readonly { readonly id: Id; readonly name: string; readonly count?: number | undefined }[]
  chosen: Id
  onChoose: (id: Id) => void
  children: ReactNode
}

/** Tabs over a panel at the side: arrow keys, Home and End, as the ARIA Authoring Practices have it. */
export function DeskTabs<Id extends string>({ name, tabs, chosen, onChoose, children }: Props<Id>) {
  const step = (event: React.KeyboardEvent): void => {
    const at = tabs.findIndex(({ id }) => id === chosen)
    const next = {
      ArrowRight: (at + 1) % tabs.length,
      ArrowLeft: (at - 1 + tabs.length) % tabs.length,
      Home: 0,
      End: tabs.length - 1,
    }[event.key]
    const tab = next === undefined ? undefined : tabs[next]
    if (!tab) return
    event.preventDefault()
    onChoose(tab.id)
    document.getElementById(`desk-tab-${tab.id}`)?.focus()
  }
  return (
    <>
      <div className="desk-tabs" role="tablist" aria-label={name} onKeyDown={step}>
        {tabs.map(({ id, name: words, count }) => (
          <button
            key={id}
            type="button"
            role="tab"
            id={`desk-tab-${id}`}
            aria-selected={id === chosen}
            aria-controls="desk-panel"
            tabIndex={id === chosen ? 0 : -1}
            onClick={() => onChoose(id)}
          >
            {words}
            {count ? <span className="count">{count}</span> : null}
          </button>
        ))}
      </div>
      {/* Reached by Tab: where it is long it scrolls by key (ARIA Authoring Practices, “Tabs”). */}
      <div className="desk-panel" role="tabpanel" id="desk-panel" aria-labelledby={`desk-tab-${chosen}`} tabIndex={0}>
        {children}
      </div>
    </>
  )
}
