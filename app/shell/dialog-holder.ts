/** Where dialogs stand: in the body the library would lock its scrolling by a style that our policy refuses. */
export const DIALOGS = 'dialogs'
export const dialogHolder = (): HTMLElement => document.getElementById(DIALOGS) ?? document.body
