import { createContext } from 'react'

/** The nonce of this answer's scripts; empty in the browser, which does not tell it. */
export const NonceContext = createContext('')
