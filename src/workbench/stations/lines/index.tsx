import { decisionsLeft } from '@/core/document/families'
import { isAboutArt, openFindings } from '@/core/inspection'
import { Drawing } from '../../board/drawing'
import { WithFolded } from '../../folded/with-folded'
import type { Station } from '../station'
import { Lines } from './lines'

export const lines: Station = {
  name: 'lines',
  title: 'Lines',
  state: (project, families, findings) => {
    const open =
      decisionsLeft(families) + openFindings(project, findings).filter((f) => !isAboutArt(f)).length
    return { open, done: open === 0 && Object.keys(project.pieces).length > 0 }
  },
  panel: () => <Lines />,
  stage: () => (
    <WithFolded>
      <Drawing pick />
    </WithFolded>
  ),
  keys: [
    { press: '1 to 6', what: 'Give what is chosen a role: cut, score, perforate, pen, print, skip' },
    { press: 'Shift and click', what: 'Choose one more, or let it go' },
    { press: 'Esc', what: 'Choose nothing' },
  ],
}
