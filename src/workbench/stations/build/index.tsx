import { say } from '@/core/words'
import { fetched } from '../fetched'
import type { Station } from '../station'
import { BuildFrame } from './build-frame'

const BuildPanel = fetched(() => import('./build-panel').then((m) => m.BuildPanel))
const BuildStage = fetched(() => import('./build-stage').then((m) => m.BuildStage))

export const build: Station = {
  name: 'build',
  title: say`Build`,
  // Steps wait for nobody: they are done at the table.
  state: (project) => ({ open: 0, done: (project.build?.done.length ?? 0) > 0 }),
  Frame: BuildFrame,
  panel: () => <BuildPanel />,
  stage: () => <BuildStage />,
  guide: {
    aim: say`See how it is folded, glued and stacked, step by step, before it is cut and while you do it.`,
    tries: [
      say`Press the arrow keys to go from step to step, Enter to tick one off.`,
      say`Choose pieces on the shelf, and put them together.`,
      say`Save the booklet, and take it to the table.`,
    ],
  },
  keys: [
    { press: '← →', what: say`the step before, the next step` },
    { press: say`Enter`, what: say`tick the step off that is shown` },
  ],
}
