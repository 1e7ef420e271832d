/** The working version, as others will see it; the server has made it of allowed HTML. */
export function Preview({ label, html }: { label: string; html: string }) {
  return (
    <section className="post-preview" aria-label={label}>
      <p className="soft small">{label}</p>
      <div className="page-content" dangerouslySetInnerHTML={{ __html: html }} />
    </section>
  )
}
