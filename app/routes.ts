import { index, route, type RouteConfig } from '@react-router/dev/routes'

/** Every address of the application. The test of all routes fails for one it has no expectation for. */
export default [
  index('courses/home.tsx'),
  route('sign-in', 'people/sign-in.tsx'),
  route('sign-out', 'people/sign-out.ts'),
  route('theme', 'theme/theme-choice.ts'),
  route('courses/:courseId', 'shell/course.tsx', [
    route('plan', 'plan/plan.tsx'),
    route('items/:itemId', 'sheet/sheet.tsx'),
  ]),
  route('hosts', 'embeds/hosts.tsx'),
  route('courses/:courseId/embeds', 'embeds/embeds.ts'),
  route('courses/:courseId/uploads', 'shelf/uploads.ts'),
  route('courses/:courseId/shelf-list', 'shelf/shelf-list.ts'),
  route('courses/:courseId/shelf-list/:shelfId', 'shelf/shelf-item.ts'),
  route('files/:shelfId/:width', 'shelf/file.ts'),
  route('courses/:courseId/plan-lines', 'plan/plan-lines.ts'),
  route('courses/:courseId/items/:itemId/preview', 'reading/preview.ts'),
  route('documents/:documentId/batches', 'sheet/saving/batches.ts'),
  route('documents/:documentId/log', 'sheet/saving/log.ts'),
  route('documents/:documentId/set-aside', 'sheet/saving/set-aside.ts'),
  route('documents/:documentId/dismissed-findings', 'proof/dismissed.ts'),
  route('documents/:documentId/past', 'history/past.ts'),
  route('documents/:documentId/past/:version', 'history/moment.ts'),
  route('documents/:documentId/editions', 'editions/editions.ts'),
  route('documents/:documentId/edition-list', 'editions/edition-list.ts'),
  route('read/:courseId', 'reading/contents.ts'),
  route('read/:courseId/search', 'reading/search.ts'),
  route('read/:courseId/:itemId', 'reading/page.ts'),
  route('*', 'errors/unknown.tsx'),
] satisfies RouteConfig
