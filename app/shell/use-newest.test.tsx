import { expect, test } from 'vitest'
import { runHook } from '../../test/shared/drawn.tsx'
import { useNewest } from './use-newest.ts'

test('of what is asked in quick succession the last answer counts, whichever comes last', async () => {
  const { result } = runHook(() => useNewest())
  const heard: string[] = []
  const answers: ((words: string) => void)[] = []
  const ask = (): void =>
    result.current.hear(new Promise<string>((done) => answers.push(done)), (words) => heard.push(words))
  ask()
  ask()
  answers[1]!('second')
  answers[0]!('first, late')
  await new Promise((done) => setTimeout(done))
  expect(heard).toEqual(['second'])
  ask()
  result.current.forget()
  answers[2]!('of what is gone')
  await new Promise((done) => setTimeout(done))
  expect(heard).toEqual(['second'])
})
