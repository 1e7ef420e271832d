import { checkQuestion } from '../../core/questions/check-question.ts'
import type { QuestionContent } from '../../core/questions/question.ts'

/** Looks through the versions of a question, away from the screen. */
self.onmessage = ({ data }: MessageEvent<{ number: number; content: QuestionContent; language: string }>) => {
  try {
    self.postMessage({ number: data.number, check: checkQuestion(data.content, data.language) })
  } catch (error) {
    self.postMessage({
      number: data.number,
      check: {
        problems: [`The question can’t be checked: ${String(error)}`],
        versions: [],
        combinations: 0,
        isSample: false,
      },
    })
  }
}
