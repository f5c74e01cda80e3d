import { say } from '@/core/words'
import { fetched } from '../fetched'
import type { Station } from '../station'

const load = () => import('./parts')
const Run = fetched(() => load().then((m) => m.Run))
const Preview = fetched(() => load().then((m) => m.Preview))
const RunFrame = fetched(() => load().then((m) => m.RunFrame))

export const run: Station = {
  name: 'run',
  title: say`Run`,
  state: () => ({ open: 0, done: false }),
  panel: () => <Run />,
  stage: () => <Preview />,
  Frame: RunFrame,
  guide: {
    aim: say`See in which order the cutter works, what it takes, and send it; or save files for a cutter of your own.`,
    tries: [
      say`Draw the slider under the picture to watch the tools at work.`,
      say`Read what is wrong at the top, if anything is, and follow its link.`,
      say`Send a sheet to the stand-in cutter, and see how true it was cut.`,
    ],
  },
  keys: [],
}
