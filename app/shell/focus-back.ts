/** The button under which a menu was opened last: what is chosen in a menu was asked for there. */
let menuTrigger: HTMLElement | null = null

export function rememberTrigger(trigger: HTMLElement | null): void {
  menuTrigger = trigger
}

const MENU = '.ant-dropdown'

/** Where the focus is; from within a menu, that menu's button. */
export function focusNow(): HTMLElement | null {
  const active = document.activeElement
  if (!(active instanceof HTMLElement) || active === document.body) return null
  return active.closest(MENU) ? menuTrigger : active
}

/** True while nothing on the screen has the focus, or only what can't be seen, or a menu that is closing. */
function isFocusLost(): boolean {
  const active = document.activeElement
  return active === null || active === document.body || !active.checkVisibility() || active.closest(MENU) !== null
}

const canHave = (element: HTMLElement | null | undefined): element is HTMLElement =>
  element?.isConnected === true && element.checkVisibility()

/**
 * Gives the focus back, unless something else has it by now. Where it was is gone: to the text that is written, else to
 * the screen's heading; it never falls to the body, from where Tab begins anew.
 */
export function giveFocusBack(element: HTMLElement | null): void {
  if (!isFocusLost()) return
  const goal = [
    element,
    element?.closest<HTMLElement>('[role="treeitem"]'),
    document.querySelector<HTMLElement>('.ProseMirror'),
    document.querySelector<HTMLElement>('main h1'),
    document.getElementById('work'),
  ].find(canHave)
  if (!goal) return
  if (goal.matches('h1, main')) goal.tabIndex = -1
  goal.focus({ preventScroll: goal !== element })
}
