import { Tooltip, type TooltipProps } from 'antd'
import { useEffect, useState } from 'react'

/** Help that shows while something is pointed at or has the focus; Esc takes it away (WCAG 2.2, 1.4.13). */
export function Tip(props: TooltipProps) {
  const [isOpen, setOpen] = useState(false)
  useEffect(() => {
    if (!isOpen) return
    const close = ({ key }: KeyboardEvent): void => {
      if (key === 'Escape') setOpen(false)
    }
    window.addEventListener('keydown', close, { capture: true })
    return () => window.removeEventListener('keydown', close, { capture: true })
  }, [isOpen])
  return <Tooltip {...props} open={isOpen} onOpenChange={setOpen} />
}
