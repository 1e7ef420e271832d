import { Modal, type ModalProps } from 'antd'
import { X } from 'lucide-react'
import { useCallback, useEffect, useRef, useState } from 'react'
import { dialogHolder } from './dialog-holder.ts'
import { keepTabInside } from './tab-inside.ts'
import { focusNow, giveFocusBack } from './focus-back.ts'
import './dialog.css'

/** Where one writes or chooses; of several choices the one that is chosen. */
const FIELDS = [
  '[data-begin]',
  'input:not([type="hidden"], [type="file"], [type="radio"]):not(:disabled)',
  'input[type="radio"]:checked',
  'textarea:not(:disabled)',
  'select:not(:disabled)',
  '[contenteditable="true"]',
].join(', ')

interface Props extends ModalProps {
  /** What it is called, where its title is no text. */
  name?: string
}

/**
 * A dialog. It opens with the cursor in its first field: who types or presses Enter means that, not the cross above.
 * Tab goes round in it. When it goes, whatever had the focus before has it again, unless something else was given it.
 */
export function Dialog({ children, name, ...rest }: Props) {
  const inside = useRef<HTMLDivElement>(null)
  const [before] = useState(focusNow)
  useEffect(() => () => void setTimeout(() => giveFocusBack(before)), [before])
  const hold = useCallback(
    (element: HTMLDivElement) => {
      inside.current = element
      if (name) element.closest('[role="dialog"]')?.setAttribute('aria-label', name)
      return keepTabInside(element)
    },
    [name],
  )
  const begin = (isOpen: boolean): void => {
    if (isOpen && inside.current && !inside.current.contains(document.activeElement)) beginIn(inside.current)
  }
  return (
    <Modal
      closeIcon={<X size={18} strokeWidth={1.75} aria-hidden />}
      {...rest}
      getContainer={dialogHolder}
      afterOpenChange={begin}
    >
      <div ref={hold} className="dialog-inside">
        {children}
      </div>
    </Modal>
  )
}

/** Gives the focus to the first field: where that has still to be fetched, to the dialog until it is there. */
function beginIn(inside: HTMLElement): void {
  const field = inside.querySelector<HTMLElement>(FIELDS)
  if (field) return field.focus()
  const panel = inside.closest<HTMLElement>('[role="dialog"]')
  if (!panel) return
  panel.tabIndex = -1
  panel.focus()
  const observer = new MutationObserver(() => {
    const late = inside.querySelector<HTMLElement>(FIELDS)
    if (!late && inside.isConnected) return
    observer.disconnect()
    if (document.activeElement === panel) late?.focus()
  })
  observer.observe(inside, { childList: true, subtree: true })
}
