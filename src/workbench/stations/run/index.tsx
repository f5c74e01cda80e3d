import { fetched } from '../fetched'
import type { Station } from '../station'

const load = () => import('./parts')
const Run = fetched(() => load().then((m) => m.Run))
const Preview = fetched(() => load().then((m) => m.Preview))
const RunFrame = fetched(() => load().then((m) => m.RunFrame))

export const run: Station = {
  name: 'run',
  title: 'Run',
  state: () => ({ open: 0, done: false }),
  panel: () => <Run />,
  stage: () => <Preview />,
  Frame: RunFrame,
  load,
  keys: [],
}
