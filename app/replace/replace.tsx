import { PanelRight } from 'lucide-react'
import { useRouteLoaderData } from 'react-router'
import { requireCourse } from '../../server/web/guard.server.ts'
import type { loader as courseLoader } from '../shell/course.tsx'
import { PaneButton, SidePane, usePane } from '../shell/pane.tsx'
import { Strip } from '../shell/strip.tsx'
import type { Route } from './+types/replace'
import { Asking } from './asking.tsx'
import { FoundList } from './found-list.tsx'
import { ReplacedDesk } from './replaced-desk.tsx'
import { useReplacing } from './use-replacing.ts'
import '../transfers/transfers.css'
import '../shell/side-desk.css'
import '../find/find-bar.css'
import './replace.css'

export async function loader({ request, context, params }: Route.LoaderArgs) {
  await requireCourse(context, request, params.courseId, 'write')
  return null
}

export const meta = () => [{ title: 'Find and replace – Fieldstone' }]

type Frame = Exclude<ReturnType<typeof useRouteLoaderData<typeof courseLoader>>, undefined>

/** Finds words in everything that is written in a course, and puts others in their place. */
export default function ReplaceScreen() {
  const frame = useRouteLoaderData<typeof courseLoader>('shell/course')
  return frame ? <Screen frame={frame} /> : null
}

function Screen({ frame: { person, course, plan } }: { frame: Frame }) {
  const desk = usePane()
  const replacing = useReplacing(course.id, plan)
  const { jobs, ask, asked, searched, ticks, tick } = replacing
  return (
    <div className="screen">
      <Strip
        person={person}
        course={course}
        others={<PaneButton name="Replaced lately" Icon={PanelRight} pane={desk} />}
      />
      <div className="panes">
        <main className="replace" id="work" data-area="work">
          <h1>Find and replace</h1>
          <p className="soft">
            In everything that is written in this course: pages, chapters, introductions, discussions, assignments. Not
            in the questions of the bank, nor in what students wrote.
          </p>
          <Asking {...replacing} />
          <FoundList
            {...{ plan, ticks }}
            courseId={course.id}
            found={searched.pages}
            query={searched.query ?? asked.query}
            put={asked.put.words === '' ? null : asked.put}
            onTick={tick}
          />
        </main>
        <SidePane pane={desk} side="end" name="Side desk">
          <ReplacedDesk
            all={jobs.all}
            problem={jobs.problem}
            courseId={course.id}
            timeZone={course.timeZone}
            onUndo={(id) => void ask({ intent: 'undo', id })}
            onGoOn={(id) => void ask({ intent: 'go on', id })}
          />
        </SidePane>
      </div>
    </div>
  )
}
