import type { ComponentType } from 'react'
import type { AnswerModel } from '../../../core/questions/kinds/registry.ts'
import { ChoiceFields } from './choice/fields.tsx'
import type { AnswerFieldsProps } from './fields-props.ts'
import { NumberFields } from './number/fields.tsx'

/** The form of each way of answering, for its author. */
const FIELDS: {
  readonly [Sort in AnswerModel['sort']]: ComponentType<AnswerFieldsProps<Extract<AnswerModel, { sort: Sort }>>>
} = { choice: ChoiceFields, number: NumberFields }

/** What is right, in the form of its way of answering. */
export function AnswerFields(props: AnswerFieldsProps<AnswerModel>) {
  const Fields = FIELDS[props.answer.sort] as ComponentType<AnswerFieldsProps<AnswerModel>>
  return <Fields {...props} />
}
