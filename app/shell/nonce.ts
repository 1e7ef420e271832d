import { createContext } from 'react'

/** The nonce of this answer while the server renders it; empty in the browser. */
export const NonceContext = createContext('')

/** The nonce of this page's scripts, for whatever places style elements at run time. */
export function pageNonce(): string {
  return typeof document === 'undefined'
    ? ''
    : (document.querySelector<HTMLScriptElement>('script[nonce]')?.nonce ?? '')
}
