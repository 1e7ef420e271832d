import { message } from 'antd'
import { createContext, type ReactNode, use } from 'react'

type Messages = ReturnType<typeof message.useMessage>[0]

const MessagesContext = createContext<Messages | null>(null)

/** Where short messages are shown; the library’s own frame for them would bring its dialogs along to every screen. */
export function MessagesProvider({ children }: { children: ReactNode }) {
  const [messages, holder] = message.useMessage()
  return (
    <MessagesContext value={messages}>
      {holder}
      {children}
    </MessagesContext>
  )
}

/** Shows short messages on the screen. */
export function useMessages(): Messages {
  const messages = use(MessagesContext)
  if (!messages) throw new Error('Messages are shown within a MessagesProvider.')
  return messages
}
