import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { followPosts } from './follow-posts.ts'

/** As much of a socket as following needs. */
class Socket {
  static all: Socket[] = []
  onmessage: () => void = () => undefined
  onopen: () => void = () => undefined
  onclose: () => void = () => undefined
  isClosed = false
  constructor(readonly address: string) {
    Socket.all.push(this)
  }
  close(): void {
    this.isClosed = true
    this.onclose()
  }
}

beforeEach(() => {
  Socket.all = []
  vi.useFakeTimers()
  vi.stubGlobal('WebSocket', Socket)
  vi.stubGlobal('location', { protocol: 'https:', host: 'school.example' })
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

test('many messages at once are looked at once, and the next ones again', () => {
  const onNews = vi.fn()
  followPosts('talk', onNews)
  expect(Socket.all.map(({ address }) => address)).toEqual(['wss://school.example/live?posts=talk'])
  for (let count = 0; count < 40; count++) Socket.all[0]!.onmessage()
  vi.advanceTimersByTime(1000)
  expect(onNews).toHaveBeenCalledTimes(1)
  Socket.all[0]!.onmessage()
  vi.advanceTimersByTime(1000)
  expect(onNews).toHaveBeenCalledTimes(2)
})

test('a connection that ends is made again by itself, and then what was missed is asked for', () => {
  const onNews = vi.fn()
  followPosts('talk', onNews)
  Socket.all[0]!.onopen()
  expect(onNews).not.toHaveBeenCalled()
  Socket.all[0]!.onclose()
  vi.advanceTimersByTime(10_000)
  expect(Socket.all).toHaveLength(2)
  Socket.all[1]!.onopen()
  expect(onNews).toHaveBeenCalledTimes(1)
})

test('once stopped, nothing is connected, and nothing told', () => {
  const onNews = vi.fn()
  const stop = followPosts('talk', onNews)
  Socket.all[0]!.onmessage()
  stop()
  vi.advanceTimersByTime(60_000)
  expect([Socket.all.length, Socket.all[0]!.isClosed, onNews.mock.calls.length]).toEqual([1, true, 0])
})
