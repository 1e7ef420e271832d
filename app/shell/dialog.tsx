import { Modal, type ModalProps } from 'antd'
import { useEffect, useRef, useState } from 'react'
import { dialogHolder } from './dialog-holder.ts'
import { focusNow, giveFocusBack } from './focus-back.ts'

/** Where one writes or chooses; of several choices the one that is chosen. */
const FIELDS = [
  '[data-begin]',
  'input:not([type="hidden"], [type="file"], [type="radio"]):not(:disabled)',
  'input[type="radio"]:checked',
  'textarea:not(:disabled)',
  'select:not(:disabled)',
  '[contenteditable="true"]',
].join(', ')

/**
 * A dialog. It opens with the cursor in its first field: who types or presses Enter means that, not the cross above.
 * When it goes, whatever had the focus before has it again, unless something else was given it.
 */
export function Dialog({ children, ...rest }: ModalProps) {
  const inside = useRef<HTMLDivElement>(null)
  const [before] = useState(focusNow)
  useEffect(() => () => void setTimeout(() => giveFocusBack(before)), [before])
  const begin = (isOpen: boolean): void => {
    if (isOpen && !inside.current?.contains(document.activeElement))
      inside.current?.querySelector<HTMLElement>(FIELDS)?.focus()
  }
  return (
    <Modal {...rest} getContainer={dialogHolder} afterOpenChange={begin}>
      <div ref={inside} className="dialog-inside">
        {children}
      </div>
    </Modal>
  )
}
