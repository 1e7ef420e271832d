/** A part of the form of a question, under its heading. */
export function Field({ label, note, children }: { label: string; note?: string; children: React.ReactNode }) {
  return (
    <section className="question-field">
      <h2>
        {label} {note && <span className="soft">{note}</span>}
      </h2>
      {children}
    </section>
  )
}

/** A text to begin a field with, where something is written already. */
export function blankOr(passage: object): object | undefined {
  return JSON.stringify(passage) === '{"type":"passage","content":[{"type":"paragraph"}]}' ? undefined : passage
}
