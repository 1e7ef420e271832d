import { config } from '../config.server.ts'

/** The origin of sealed frames: a host name of its own, which never gets a cookie. */
export const sealedAddress = config.SEALED_ADDRESS ?? `http://sealed.localhost:${config.PORT}`

/** The host that sealed documents are asked for at, with its port. */
export const sealedHost = new URL(sealedAddress).host

/** Origins whose pages may frame a sealed document: our own. */
export const ownOrigins: readonly string[] = config.ADDRESS
  ? [new URL(config.ADDRESS).origin]
  : [`http://localhost:${config.PORT}`, `http://127.0.0.1:${config.PORT}`]
