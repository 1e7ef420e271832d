/**
 * The address that a sealed frame asks to be opened, when it is one of the web; null for anything else, however it is
 * written: the frame holds code that nobody has checked.
 */
export function outsideAddress(unsafeAddress: unknown): string | null {
  if (typeof unsafeAddress !== 'string' || !/^https?:\/\//i.test(unsafeAddress)) return null
  return URL.canParse(unsafeAddress) ? new URL(unsafeAddress).href : null
}
