import { Dropdown, type DropdownProps } from 'antd'
import { useState } from 'react'
import { focusNow, giveFocusBack, rememberTrigger } from './focus-back.ts'

interface Props extends Omit<DropdownProps, 'trigger' | 'autoFocus' | 'onOpenChange'> {
  /** What has the focus again when the menu closes; its button when left out. */
  backTo?: () => HTMLElement | null
  /** Told when it opens. */
  onOpen?: () => void
  /** Told when it has closed, and what was chosen has acted. */
  onClosed?: () => void
}

/**
 * A menu under a button: it opens with the focus on its first line, arrows and letters go on, and however it is closed
 * the focus is where it was, unless what was chosen takes it.
 */
export function Menu({ backTo, onOpen, onClosed, ...rest }: Props) {
  const [opener, setOpener] = useState<HTMLElement | null>(null)
  const changed = (isOpen: boolean): void => {
    if (isOpen) {
      onOpen?.()
      const from = backTo?.() ?? focusNow()
      setOpener(from)
      rememberTrigger(from)
    }
    // What was chosen acts first.
    else
      setTimeout(() => {
        giveFocusBack(opener)
        onClosed?.()
      })
  }
  return <Dropdown {...rest} trigger={['click']} autoFocus onOpenChange={changed} />
}
