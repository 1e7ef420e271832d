import { PLAYER_SANDBOX } from '../../core/kinds/player/kind.ts'

interface Message {
  readonly url: string
  readonly message: string
  readonly extract?: string
}

/**
 * What the Nu Html Checker found (its JSON), a line each. The HTML Standard warns of two words of `sandbox` together
 * for a frame of one's own origin; players are of other hosts, since our own is refused (`host-problem.server.ts`), so
 * that is no finding.
 */
export function checkerFindings(json: string): string[] {
  const { messages } = JSON.parse(json || '{"messages":[]}') as { messages: readonly Message[] }
  const isOfPlayers = ({ message, extract = '' }: Message): boolean =>
    message.includes('is not recommended') && extract.includes(`sandbox="${PLAYER_SANDBOX}"`)
  return messages
    .filter((message) => !isOfPlayers(message))
    .map(({ url, message, extract }) => `${url.split('/').at(-1)}: ${message} ${extract ?? ''}`)
}
