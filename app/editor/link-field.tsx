import type { Editor } from '@tiptap/core'
import { Button, Checkbox, Form, Input } from 'antd'
import { useState } from 'react'
import { safeAddress } from '../../core/tree/addresses.ts'
import { type FieldSay, useFieldSay } from './field-say.ts'
import { ownLink, ownTarget } from '../../core/links/own-links.ts'
import { type LinkTarget, matchingTargets } from '../../core/links/targets.ts'
import { linkRange, type LinkSettings, setLink } from './commands.ts'
import { wordsFrom } from '../../core/kinds/attributes.ts'
import { MOST_LINK_TITLE } from '../../core/kinds/link/kind.ts'
import { type LinkPlaces, useHeadingsOfOthers } from './links/headings-of-others.ts'
import { keepPlaceOf } from './links/keep-place.ts'
import { optionId, TargetList } from './links/target-list.tsx'
import { Dialog } from '../shell/dialog.tsx'
import './links/links.css'

/** So many of what fits are shown; who types on sees others. */
const MOST_SHOWN = 7
const LIST = 'link-targets'

/** `walls.example` was meant as `https://walls.example`, `a@b.example` as mail. */
function completed(typed: string): string {
  const address = typed.trim()
  if (/^[^\s@:/?#]+@[^\s@:/]+\.[^\s@:/]+$/.test(address)) return `mailto:${address}`
  return /^[\w-]+(\.[\w-]+)+([/?#]|$)/.test(address) ? `https://${address}` : address
}

interface Props {
  editor: Editor
  places?: LinkPlaces | undefined
  onClose: () => void
}

/**
 * Asks where a link leads: to something of the course by its title, or to an address; with nothing marked also for its
 * words.
 */
export function LinkField({ editor, places, onClose }: Props) {
  const say = useFieldSay()
  const draft = useLinkDraft(editor, say, places, onClose)
  const { existing, run, apply, needsWords, words, setWords } = draft
  return (
    <Dialog
      open
      title={say(existing ? 'field.changeLink' : 'field.link')}
      width={460}
      closable={{ 'aria-label': say('field.close') }}
      onCancel={onClose}
      footer={
        <>
          {existing && <Button onClick={() => run(null)}>{say('field.removeLink')}</Button>}
          <Button onClick={onClose}>{say('field.cancel')}</Button>
          <Button type="primary" onClick={apply}>
            {say(existing ? 'field.change' : 'field.link')}
          </Button>
        </>
      }
    >
      <form
        onSubmit={(event) => {
          event.preventDefault()
          apply()
        }}
      >
        <AddressField {...draft} hasPlaces={places !== undefined} />
        {needsWords && (
          <Form.Item layout="vertical" label={say('field.linkWords')} htmlFor="link-words">
            <Input id="link-words" value={words} onChange={(event) => setWords(event.target.value)} />
          </Form.Item>
        )}
        {places?.ofSheet && <MoreOfTheLink {...draft} />}
        <button type="submit" hidden />
      </form>
    </Dialog>
  )
}

interface MoreProps {
  more: Pick<LinkSettings, 'title' | 'isNewWindow'>
  setMore: (more: Pick<LinkSettings, 'title' | 'isNewWindow'>) => void
}

/** What authors can say of a link beside where it leads. */
function MoreOfTheLink({ more, setMore }: MoreProps) {
  const say = useFieldSay()
  return (
    <>
      <Form.Item
        layout="vertical"
        label={say('field.linkTitle')}
        htmlFor="link-title"
        help={say('field.linkTitleHelp')}
      >
        <Input
          id="link-title"
          dir="auto"
          autoComplete="off"
          maxLength={MOST_LINK_TITLE}
          value={more.title}
          onChange={(event) => setMore({ ...more, title: event.target.value })}
        />
      </Form.Item>
      <Checkbox
        className="link-window"
        checked={more.isNewWindow}
        onChange={(event) => setMore({ ...more, isNewWindow: event.target.checked })}
      >
        {say('field.newWindow')}
      </Checkbox>
    </>
  )
}

interface AddressFieldProps {
  problem: string
  address: string
  setAddress: (value: string) => void
  /** Where the address leads, in words. */
  leadsTo: string
  found: readonly LinkTarget[]
  chosen: number
  choose: (at: number) => void
  pick: (target: LinkTarget) => void
  hasPlaces: boolean
}

function AddressField(props: AddressFieldProps) {
  const { problem, address, setAddress, leadsTo, found, chosen, choose, pick, hasPlaces } = props
  const say = useFieldSay()
  const isOpen = found.length > 0
  return (
    <>
      <Form.Item
        layout="vertical"
        label={say(hasPlaces ? 'field.titleOrAddress' : 'field.address')}
        htmlFor="link-address"
        validateStatus={problem ? 'error' : ''}
        help={problem || leadsTo}
      >
        <Input
          id="link-address"
          value={address}
          dir={hasPlaces ? 'auto' : 'ltr'}
          autoComplete="off"
          placeholder={say(hasPlaces ? 'field.titleHint' : 'field.addressHint')}
          {...(hasPlaces ? { role: 'combobox', 'aria-expanded': isOpen } : {})}
          // The list is named only while it is there (WAI-ARIA 1.2, “combobox”).
          aria-controls={isOpen ? LIST : undefined}
          aria-activedescendant={isOpen ? optionId(LIST, chosen) : undefined}
          onChange={(event) => setAddress(event.target.value)}
          onKeyDown={(event) => {
            const by = { ArrowDown: 1, ArrowUp: -1 }[event.key]
            if (!isOpen || by === undefined) return
            event.preventDefault()
            choose((chosen + by + found.length) % found.length)
          }}
        />
      </Form.Item>
      {isOpen && <TargetList id={LIST} found={found} chosen={chosen} onPick={pick} />}
    </>
  )
}

/** Whether it is written as an address is, and not as a title: with a scheme, a host, a path or a place. */
const isAddress = (href: string): boolean => /^([a-z][a-z0-9+.-]*:|\/|#)/i.test(href)

/** What is typed about the link, and what becomes of it. */
function useLinkDraft(editor: Editor, say: FieldSay, places: LinkPlaces | undefined, onClose: () => void) {
  const existing = linkRange(editor.state)?.settings ?? null
  const [more, setMore] = useState({ title: existing?.title ?? '', isNewWindow: existing?.isNewWindow ?? false })
  const [address, type] = useState(existing?.href ?? '')
  const [words, setWords] = useState('')
  const [problem, setProblem] = useState('')
  const [chosen, choose] = useState(0)
  const needsWords = editor.state.selection.empty && !existing
  const targets = places?.targets ?? []
  const isTyped = address !== existing?.href && !isAddress(completed(address))
  const ofOthers = useHeadingsOfOthers(places, isTyped ? address : '')
  const found = isTyped ? [...matchingTargets(targets, address, MOST_SHOWN), ...ofOthers].slice(0, MOST_SHOWN) : []
  const run = (href: string | null, title = ''): void => {
    const settings = href === null ? null : { href, ...more, title: wordsFrom(more.title.trim(), MOST_LINK_TITLE) }
    setLink(settings, words.trim() || title)(editor.state, editor.view.dispatch)
    onClose()
  }
  const pick = ({ href, title: own, words: called = own, toName, toKeep }: LinkTarget): void => {
    // A heading that is linked to keeps the name it has now, whatever its words become.
    if (toName) editor.view.dispatch(editor.state.tr.setNodeAttribute(toName.position, 'id', toName.name))
    if (toKeep) keepPlaceOf(toKeep.documentId, toKeep.place)
    run(href, called)
  }
  const apply = (): void => {
    const target = found[chosen]
    if (target) return pick(target)
    const own = places ? ownLink(address, { origin: location.origin, courseId: places.courseId }) : null
    const href = own ?? safeAddress(completed(address))
    if (address.trim() === '') setProblem(say('field.typeAddress'))
    else if (href === null) setProblem(say('field.notAddress'))
    else if (own || isAddress(href) || href === existing?.href) run(href, titleOf(targets, href))
    else setProblem(say(places ? 'field.noTarget' : 'field.notAddress'))
  }
  const title = titleOf(targets, address)
  return {
    ...{ existing, more, setMore, run, apply, problem, address, needsWords, words, setWords, found, chosen, choose },
    setAddress: (value: string): void => {
      type(value)
      choose(0)
      setProblem('')
    },
    pick,
    leadsTo: title === '' ? '' : say('field.leadsTo', { title }),
  }
}

/** What an address leads to: the place itself, or what it is in. */
function titleOf(targets: readonly LinkTarget[], href: string): string {
  const wanted = [href, ownTarget(href)?.id]
  return targets.find((target) => wanted.includes(target.href))?.title ?? ''
}
