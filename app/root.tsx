import { ConfigProvider } from 'antd'
import { type ReactNode, use } from 'react'
import { Links, Meta, Outlet, Scripts, ScrollRestoration, useMatches, useRouteLoaderData } from 'react-router'
import { themeOf } from '../server/web/theme.server.ts'
import type { RoomParts } from '../server/reading/hydrated.server.ts'
import type { Route } from './+types/root'
import { ErrorPage } from './errors/error-page.tsx'
import { setClock } from './shell/clock.ts'
import { DIALOGS } from './shell/dialog-holder.ts'
import { MessagesProvider } from './shell/messages.tsx'
import { NonceContext, pageNonce } from './shell/nonce.ts'
import { ScreenChange } from './shell/screen-change.tsx'
import { Working } from './shell/working.tsx'
import { antLight } from './theme/ant-theme.ts'
import '../reader/fonts.css'
import '../.generated/tokens.css'
import '../.generated/ant.css'
import './shell/base.css'
import './shell/controls.css'
import './shell/print.css'

export function loader({ request, context }: Route.LoaderArgs) {
  return { theme: themeOf(request), requestId: context.requestId, person: context.person, now: Date.now() }
}

// The person and the theme change with forms of their own; saving and reading need not ask for them again.
export function shouldRevalidate({
  formAction,
  defaultShouldRevalidate,
}: {
  formAction?: string
  defaultShouldRevalidate: boolean
}): boolean {
  return formAction === undefined ? false : /^\/(theme|sign)/.test(formAction) && defaultShouldRevalidate
}

export function Layout({ children }: { children: ReactNode }) {
  const nonce = use(NonceContext)
  const data = useRouteLoaderData<typeof loader>('root')
  const spoken = useSpoken()
  if (data) setClock(data.now)
  return (
    <html
      lang={spoken?.language ?? 'en'}
      dir={spoken?.direction}
      {...(data?.theme ? { 'data-theme': data.theme } : {})}
    >
      <head>
        <meta charSet="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        <link rel="icon" href="/icon.svg" type="image/svg+xml" />
        <Meta />
        <Links />
      </head>
      <body>
        <ConfigProvider theme={antLight} wave={{ disabled: true }} csp={{ nonce: nonce || pageNonce() }}>
          <MessagesProvider>{children}</MessagesProvider>
          <ScreenChange />
          <Working />
          <div id={DIALOGS} />
        </ConfigProvider>
        <ScrollRestoration nonce={nonce} />
        <Scripts nonce={nonce} />
      </body>
    </html>
  )
}

/** The language of a screen that stands in the reading room; undefined for others, which speak English. */
function useSpoken(): RoomParts['spoken'] | undefined {
  const loaded = useMatches().at(-1)?.loaderData as { readonly parts?: Partial<RoomParts> } | undefined
  return loaded?.parts?.spoken
}

export default function Root() {
  return <Outlet />
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  return <ErrorPage error={error} />
}
