import {
  cleanup,
  configure,
  render,
  renderHook,
  type RenderHookResult,
  type RenderResult,
} from '@testing-library/react'
import type { ReactNode } from 'react'
import { createRoutesStub } from 'react-router'
import { afterEach, vi } from 'vitest'
import { MessagesProvider } from '../../app/shell/messages.tsx'

/** What was sent to the server: where to, and as what. */
export interface Sent {
  readonly address: string
  readonly body: unknown
}

// What is waited for may take long on a busy machine; a check that fails for good only fails later.
configure({ asyncUtilTimeout: 20_000 })

afterEach(() => {
  cleanup()
  vi.unstubAllGlobals()
  localStorage.clear()
})

/** What stands around every part of the interface: a router, and the place where messages appear. */
function Around({ children, path }: { children: ReactNode; path: string }) {
  const Routes = createRoutesStub([{ path: '*', Component: () => <MessagesProvider>{children}</MessagesProvider> }])
  return <Routes initialEntries={[path]} />
}

/** Draws a part of the interface into the document. */
export const draw = (element: ReactNode, path = '/'): RenderResult => render(<Around path={path}>{element}</Around>)

/** Runs a hook as if a part of the interface did. */
export function runHook<Result>(hook: () => Result, path = '/'): RenderHookResult<Result, unknown> {
  // Made once: another router at every drawing would begin everything anew.
  const Routes = createRoutesStub([{ path: '*', Component: Inside }])
  let inside: ReactNode = null
  function Inside() {
    return <MessagesProvider>{inside}</MessagesProvider>
  }
  return renderHook(hook, {
    wrapper: ({ children }: { children: ReactNode }) => {
      inside = children
      return <Routes initialEntries={[path]} />
    },
  })
}

/** Answers what is sent to the server by JSON, and remembers it; `null` stands for no answer at all. */
export function serverSaying(answer: (sent: Sent) => unknown): Sent[] {
  const heard: Sent[] = []
  vi.stubGlobal('fetch', async (address: string, init: RequestInit = {}) => {
    const sent = { address, body: typeof init.body === 'string' ? (JSON.parse(init.body) as unknown) : undefined }
    heard.push(sent)
    const said = await answer(sent)
    if (said === null) throw new TypeError('There is no connection.')
    return Response.json(said)
  })
  return heard
}
