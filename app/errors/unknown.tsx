import { failure } from '../../server/web/guard.server.ts'

/** Any address that is none. */
export function loader(): never {
  failure('no such place', 404)
}

export default function Unknown() {
  return null
}
