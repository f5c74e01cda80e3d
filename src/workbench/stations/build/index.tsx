import { fetched } from '../fetched'
import type { Station } from '../station'
import { BuildFrame } from './build-frame'

const loadPanel = () => import('./build-panel')
const loadStage = () => import('./build-stage')
const BuildPanel = fetched(() => loadPanel().then((m) => m.BuildPanel))
const BuildStage = fetched(() => loadStage().then((m) => m.BuildStage))

export const build: Station = {
  name: 'build',
  title: 'Build',
  // Steps wait for nobody: they are done at the table.
  state: (project) => ({ open: 0, done: (project.build?.done.length ?? 0) > 0 }),
  Frame: BuildFrame,
  panel: () => <BuildPanel />,
  stage: () => <BuildStage />,
  load: () => Promise.all([loadPanel(), loadStage()]),
  keys: [
    { press: '← →', what: 'the step before, the next step' },
    { press: 'Enter', what: 'tick the step off that is shown' },
  ],
}
