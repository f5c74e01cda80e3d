import { say } from '@/core/words'
import { fetched } from '../fetched'
import type { Station } from '../station'

const load = () => import('./parts')
const Sheets = fetched(() => load().then((m) => m.Sheets))
const SheetBoard = fetched(() => load().then((m) => m.SheetBoard))
const NestingFrame = fetched(() => load().then((m) => m.NestingFrame))

export const sheets: Station = {
  name: 'sheets',
  title: say`Sheets`,
  state: ({ layout }, _families, _findings, troubles) => {
    const open = troubles.filter((t) => t.station === 'sheets').length
    return { open, done: layout.sheets.length > 0 && open === 0 }
  },
  panel: () => <Sheets />,
  stage: () => <SheetBoard />,
  Frame: NestingFrame,
  guide: {
    aim: say`Lay the pieces on real sheets. What lies wrong is told before anything is cut.`,
    tries: [
      say`Let the pieces be nested by their true shapes, and stop when it is good enough.`,
      say`Ask how many of one piece fit on a sheet.`,
      say`Move a piece with the arrow keys, turn it with R, lock it with L.`,
    ],
  },
  keys: [
    { press: say`Tab`, what: say`From piece to piece` },
    { press: say`Arrow keys`, what: say`Move what is chosen by 1 mm, with Shift by 10 mm` },
    { press: 'R', what: say`Turn a quarter` },
    { press: 'M', what: say`Mirror` },
    { press: 'L', what: say`Lock in its place, or unlock` },
    { press: say`Delete`, what: say`Take off the sheet: a copy fewer` },
    { press: say`Space`, what: say`Choose one more, or let it go` },
    { press: say`Shift and drag`, what: say`Choose all that a band meets` },
    { press: say`Ctrl+A`, what: say`Choose all on the sheet` },
  ],
}
