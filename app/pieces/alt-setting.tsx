import { WordsSetting } from './words-setting.tsx'

interface Props {
  alt: string
  /** What is told where the author says nothing; empty where nothing is to be told. */
  told: string
  /** The longest that an author may say, in characters. */
  most: number
  onKeep: (words: string) => void
}

/** What whoever can't see a drawing is told: what is found out about it, or the author's words. */
export function AltSetting({ alt, told, most, onKeep }: Props) {
  return (
    <>
      <WordsSetting label="Alternative text in your own words" rows={3} most={most} value={alt} onKeep={onKeep} />
      {alt === '' && told !== '' && (
        <div className="graph-told">
          <h3>Made for you, in the language of the course</h3>
          <p>{told}</p>
        </div>
      )}
    </>
  )
}
