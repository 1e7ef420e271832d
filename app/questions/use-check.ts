import { useEffect, useRef, useState } from 'react'
import type { QuestionCheck } from '../../core/questions/check-question.ts'
import type { QuestionContent } from '../../core/questions/question.ts'

const PAUSE = 400

/**
 * What is wrong with a question and what its versions are, found in a worker when the typing pauses; null until then.
 */
export function useCheck(content: QuestionContent, language: string): QuestionCheck | null {
  const [check, setCheck] = useState<QuestionCheck | null>(null)
  const worker = useRef<Worker | null>(null)
  const asked = useRef(0)
  useEffect(() => {
    const made = new Worker(new URL('./check.worker.ts', import.meta.url), { type: 'module' })
    worker.current = made
    made.onmessage = ({ data }: MessageEvent<{ number: number; check: QuestionCheck }>) =>
      data.number === asked.current && setCheck(data.check)
    return () => made.terminate()
  }, [])
  useEffect(() => {
    const timer = setTimeout(() => worker.current?.postMessage({ number: ++asked.current, content, language }), PAUSE)
    return () => clearTimeout(timer)
  }, [content, language])
  return check
}
