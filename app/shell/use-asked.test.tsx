import { act } from '@testing-library/react'
import { expect, test } from 'vitest'
import { runHook, serverSaying } from '../../test/shared/drawn.tsx'
import { useAsked } from './use-asked.ts'

test('a list that is asked for twice is as the second answer has it, whichever comes last', async () => {
  const answers: ((list: string[]) => void)[] = []
  serverSaying(() => new Promise((done) => answers.push(done)))
  const { result } = runHook(() => useAsked('/list', ['loaded']))
  const [, ask] = result.current
  act(() => ask())
  act(() => ask())
  await act(async () => answers[1]!(['as it is']))
  await act(async () => answers[0]!([]))
  expect(result.current[0]).toEqual(['as it is'])
})
