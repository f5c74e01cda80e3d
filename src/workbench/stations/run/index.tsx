import type { Station } from '../station'
import { Preview } from './preview'
import { Run } from './run'
import { RunFrame } from './run-frame'

export const run: Station = {
  name: 'run',
  title: 'Run',
  state: () => ({ open: 0, done: false }),
  panel: () => <Run />,
  stage: () => <Preview />,
  Frame: RunFrame,
  keys: [],
}
