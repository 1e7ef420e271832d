import type { Editor } from '@tiptap/core'
import { Checkbox } from 'antd'
import { TextSelection } from '@tiptap/pm/state'
import { useEditorState } from '@tiptap/react'
import { useEffect, useRef, useState } from 'react'
import { Link } from 'react-router'
import type { TriedLink } from '../../server/embeds/try-link.server.ts'
import type { PlanRow } from '../../server/plan/queries.server.ts'
import { PlaceInItem } from './place-in-item.tsx'
import { linkRange, type LinkSettings, setLink } from '../editor/commands.ts'
import { type LeadsTo, whereItLeads } from '../editor/links/where.ts'

interface Props {
  editor: Editor
  courseId: string
  plan: readonly PlanRow[]
  /** Opens the dialog in which a link is changed. */
  onChange: () => void
}

/** The link at the cursor: where it leads, whether one arrives there, and what can be done with it. */
export function LinkDesk({ editor, courseId, plan, onChange }: Props) {
  const here = useEditorState({
    editor,
    selector: ({ editor: { state } }) => {
      const link = linkRange(state)
      if (!link) return null
      const words = state.doc.textBetween(link.from, link.to).trim()
      return { ...link.settings, words, leads: whereItLeads(link.settings.href, state.doc, plan, Date.now()) }
    },
    equalityFn: (a, b) => JSON.stringify(a) === JSON.stringify(b),
  })
  if (!here) return null
  const { href, title, isNewWindow, words, leads } = here
  const setHere = (settings: Partial<LinkSettings> | null): void => {
    setLink(settings)(editor.state, editor.view.dispatch)
  }
  const unlink = (): void => (setHere(null), editor.view.focus())
  return (
    <section className="link-desk" aria-labelledby="link-desk">
      <h2 id="link-desk">Link</h2>
      <Where leads={leads} />
      <WhatFollows {...{ leads, words }} />
      {title !== '' && (
        <p>
          Title: <bdi>{title}</bdi>
        </p>
      )}
      {leads.to === 'item' && leads.documentId !== null && (
        <PlaceInItem key={leads.id} {...{ editor, leads }} documentId={leads.documentId} />
      )}
      {(leads.to === 'item' || leads.to === 'web' || isNewWindow) && (
        <Checkbox checked={isNewWindow} onChange={() => setHere({ isNewWindow: !isNewWindow })}>
          Opens in a new window
        </Checkbox>
      )}
      <div className="desk-choices">
        <GoThere {...{ editor, courseId, leads }} />
        <button type="button" className="desk-button" onClick={onChange}>
          Change…
        </button>
        <button type="button" className="desk-button" onClick={unlink}>
          Take the link off
        </button>
      </div>
      {leads.to === 'web' && <Trial key={href} {...{ courseId, href }} />}
    </section>
  )
}

/** What the words of a link do by themselves. */
function WhatFollows({ leads, words }: { leads: LeadsTo; words: string }) {
  if (leads.to === 'place' && leads.words === words)
    return <p className="soft">The number stays right when equations are added, moved or taken out.</p>
  const isKept = leads.to === 'item' || (leads.to === 'place' && leads.isNamed)
  return isKept && leads.title.trim() === words ? (
    <p className="soft">The link is called by the title. When the title changes, the link changes with it.</p>
  ) : null
}

function Where({ leads }: { leads: LeadsTo }) {
  switch (leads.to) {
    case 'item':
      return (
        <>
          <p>
            Leads to <b>{leads.title}</b>. <span className="soft">{leads.where}.</span>
          </p>
          {leads.closed !== '' && <p className="desk-advice">{leads.closed}</p>}
        </>
      )
    case 'place':
      return (
        <p>
          Leads to <b>{leads.title}</b> <span className="soft">on this page.</span>
        </p>
      )
    case 'web':
      return (
        <p className="link-address">
          Leads to <b>{leads.host}</b>: <bdi dir="ltr">{leads.address}</bdi>
        </p>
      )
    case 'nothing':
      return <p className="desk-advice is-trouble">{leads.why}</p>
    default:
      return (
        <p className="link-address">
          {leads.to === 'mail' ? 'Begins a mail to ' : 'Calls '}
          <bdi dir="ltr">{leads.address}</bdi>
        </p>
      )
  }
}

function GoThere({ editor, courseId, leads }: Pick<Props, 'editor' | 'courseId'> & { leads: LeadsTo }) {
  if (leads.to === 'item')
    return (
      // A unit or lesson about which nothing is written stands in the plan alone.
      <Link
        className="desk-button"
        to={leads.documentId === null ? `/courses/${courseId}/plan` : `/courses/${courseId}/items/${leads.id}`}
      >
        Open it
      </Link>
    )
  if (leads.to === 'web')
    return (
      <a className="desk-button" href={leads.address} target="_blank" rel="noopener noreferrer">
        Open it in a new tab
      </a>
    )
  if (leads.to !== 'place') return null
  const go = (): void => {
    const { state, view } = editor
    view.dispatch(state.tr.setSelection(TextSelection.near(state.doc.resolve(leads.position + 1))).scrollIntoView())
    view.focus()
  }
  return (
    <button type="button" className="desk-button" onClick={go}>
      Go there
    </button>
  )
}

/** Tries the address as somebody without an account would see it. */
function Trial({ courseId, href }: { courseId: string; href: string }) {
  const [tried, setTried] = useState<TriedLink | 'asking' | null>(null)
  const isHere = useRef(true)
  useEffect(() => {
    isHere.current = true
    return () => void (isHere.current = false)
  }, [])
  const ask = (): void => {
    setTried('asking')
    void askTrial(courseId, href).then((answer) => isHere.current && setTried(answer))
  }
  return (
    <>
      <button
        type="button"
        className="desk-button"
        aria-disabled={tried === 'asking'}
        onClick={tried === 'asking' ? undefined : ask}
      >
        Try it now
      </button>
      <p
        className={tried && tried !== 'asking' && !tried.isGood ? 'desk-advice is-trouble' : 'desk-advice'}
        role="status"
      >
        {tried === 'asking' ? 'It is being asked…' : tried?.words}
      </p>
    </>
  )
}

async function askTrial(courseId: string, address: string): Promise<TriedLink> {
  const response = await fetch(`/courses/${courseId}/tried-link`, {
    method: 'POST',
    body: JSON.stringify({ address }),
    headers: { 'Content-Type': 'application/json' },
  }).catch(() => null)
  return (
    ((await response?.json().catch(() => null)) as TriedLink | null) ?? {
      isGood: false,
      words: 'It could not be tried. Look whether there is a connection, then try again.',
    }
  )
}
