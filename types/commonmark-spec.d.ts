declare module 'commonmark-spec' {
  const spec: {
    readonly tests: readonly {
      readonly markdown: string
      readonly html: string
      readonly section: string
      readonly number: number
    }[]
  }
  export default spec
}
