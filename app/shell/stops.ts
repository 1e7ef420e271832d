/** What can have the focus at all. */
const CAN_HAVE =
  'a[href], button:not(:disabled), input:not(:disabled), select:not(:disabled), textarea:not(:disabled), iframe, summary, [contenteditable="true"], [tabindex]'

/** Whether Tab comes by an element: it can have the focus, is on the way of Tab, and is to be seen. */
export const isStop = (element: Element): element is HTMLElement =>
  element instanceof HTMLElement && element.matches(CAN_HAVE) && element.tabIndex >= 0 && element.checkVisibility()

/** The stops of Tab in an element, in order. */
export const stopsIn = (element: Element): HTMLElement[] => [...element.querySelectorAll(CAN_HAVE)].filter(isStop)
