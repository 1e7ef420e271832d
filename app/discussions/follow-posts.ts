/** Many at once are looked at once, so many milliseconds later; an end of the connection is met after so many. */
const GATHER = 150
const AGAIN = 1500

/** Calls `onNews` when somebody has posted under an entry, and when the connection is back; gives back how to stop. */
export function followPosts(entryId: string, onNews: () => void): () => void {
  let socket: WebSocket | null = null
  let timer: ReturnType<typeof setTimeout> | undefined
  let gathering: ReturnType<typeof setTimeout> | undefined
  let isOver = false
  const connect = (isAgain: boolean): void => {
    socket = new WebSocket(`${location.protocol === 'https:' ? 'wss' : 'ws'}://${location.host}/live?posts=${entryId}`)
    socket.onmessage = () => (gathering ??= setTimeout(() => ((gathering = undefined), onNews()), GATHER))
    socket.onopen = () => isAgain && onNews()
    socket.onclose = () => {
      if (!isOver) timer = setTimeout(() => connect(true), AGAIN * (1 + Math.random()))
    }
  }
  connect(false)
  return () => {
    isOver = true
    clearTimeout(timer)
    clearTimeout(gathering)
    socket?.close()
  }
}
