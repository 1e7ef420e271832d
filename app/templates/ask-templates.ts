import { sendJson } from '../shell/ask-json.ts'
import { templateAnswer, type TemplateAnswer, type TemplateRequest } from './template-requests.ts'

/** Where the templates of a course are asked for. */
export const templatesAddress = (courseId: string): string => `/courses/${courseId}/templates`

/** Keeps, uses, takes away or brings back a template. Never rejects. */
export async function askTemplates(courseId: string, request: TemplateRequest): Promise<TemplateAnswer> {
  const asked = await sendJson(templatesAddress(courseId), request, templateAnswer)
  return asked.ok ? asked.value : asked
}
