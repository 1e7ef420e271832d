import type { RichFieldProps } from '../../writing/rich-field.tsx'

/** What the fields of an answer get: the answer, what their texts need, and whom to tell. */
export interface AnswerFieldsProps<Answer> {
  readonly answer: Answer
  readonly field: Pick<RichFieldProps, 'courseId' | 'uploadTo' | 'variables'>
  onChange: (answer: Answer) => void
}
