import { FacilityChart } from './charts.tsx'
import { ReaderTable } from './reader-table.tsx'

/** How one question performed; `wrong` is the wrong choice that was taken most, with how often. */
export interface QuestionPerformance {
  readonly questionId: string
  readonly title: string
  readonly answers: number
  readonly facility: number
  readonly discrimination: number | null
  readonly wrong: string
}

interface Props {
  questions: readonly QuestionPerformance[]
  /** So many attempts are counted at the most. */
  mostAttempts: number
}

/** How the questions performed, with what the figures say. */
export function QuestionsTable({ questions, mostAttempts }: Props) {
  return (
    <section>
      <h2 id="questions-head">How the questions performed</h2>
      {questions.length === 0 ? (
        <p className="soft">Nobody has answered a question yet.</p>
      ) : (
        <>
          <FacilityChart
            data={questions.map(({ title, facility }) => ({ name: title, right: Math.round(facility * 100) }))}
          />
          <ReaderTable
            labelledBy="questions-head"
            columns={['Question', 'Answers', 'Facility', 'Discrimination', 'Most common wrong choice']}
          >
            {questions.map(({ questionId, title, answers, facility, discrimination, wrong }) => (
              <tr key={questionId}>
                <th scope="row">{title}</th>
                <td>{answers}</td>
                <td>{Math.round(facility * 100)} %</td>
                <td>{discrimination?.toFixed(2) ?? <span className="soft">too few answers</span>}</td>
                <td>{wrong}</td>
              </tr>
            ))}
          </ReaderTable>
          <p className="soft small">
            Facility: the mean share of the points; near 100 % everybody can do it, below 30 % hardly anybody.
            Discrimination: how far those who do well elsewhere do well here, −1 to 1; below 0.1 the question tells
            little, below 0 something in it is wrong. First attempts are counted, of the newest{' '}
            {mostAttempts.toLocaleString('en')} at the most.
          </p>
        </>
      )}
    </section>
  )
}
