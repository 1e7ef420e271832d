import { Progress } from 'antd'

interface Props {
  /** How far it is, in words. */
  words: string
  done: number
  /** Of so many; 0 while that is not known. */
  total: number
}

/** How far something is that the server does by and by. */
export function JobProgress({ words, done, total }: Props) {
  return (
    <Progress
      percent={total > 0 ? Math.round((100 * done) / total) : 0}
      size="small"
      showInfo={false}
      status="active"
      strokeColor="var(--lichen)"
      aria-label={words}
    />
  )
}
