import { decisionsLeft } from '@/core/document/families'
import { isAboutArt, openFindings } from '@/core/inspection/open-findings'
import { say } from '@/core/words'
import { Drawing } from '../../board/drawing'
import { WithFolded } from '../../folded/with-folded'
import type { Station } from '../station'
import { Lines } from './lines'

export const lines: Station = {
  name: 'lines',
  title: say`Lines`,
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
  guide: {
    aim: say`Say what each line is for. Most is found already; only what is unsure is asked, a whole family of lines at a time.`,
    tries: [
      say`Answer a question with the role that is suggested, and watch the drawing follow.`,
      say`Click a line on the board and press 1 for cut or 2 for score.`,
      say`Press “mend” beside a finding: it does what it says, and can be taken back.`,
    ],
  },
  keys: [
    { press: say`1 to 6`, what: say`Give what is chosen a role: cut, score, perforate, pen, print, skip` },
    { press: say`Shift and click`, what: say`Choose one more, or let it go` },
    { press: say`Esc`, what: say`Choose nothing` },
  ],
}
