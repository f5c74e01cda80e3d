import { fetched } from '../fetched'
import type { Station } from '../station'

const load = () => import('./parts')
const Sheets = fetched(() => load().then((m) => m.Sheets))
const SheetBoard = fetched(() => load().then((m) => m.SheetBoard))
const NestingFrame = fetched(() => load().then((m) => m.NestingFrame))

export const sheets: Station = {
  name: 'sheets',
  title: 'Sheets',
  state: ({ layout }, _families, _findings, troubles) => {
    const open = troubles.filter((t) => t.station === 'sheets').length
    return { open, done: layout.sheets.length > 0 && open === 0 }
  },
  panel: () => <Sheets />,
  stage: () => <SheetBoard />,
  Frame: NestingFrame,
  load,
  keys: [
    { press: 'Tab', what: 'From piece to piece' },
    { press: 'Arrow keys', what: 'Move what is chosen by 1 mm, with Shift by 10 mm' },
    { press: 'R', what: 'Turn a quarter' },
    { press: 'M', what: 'Mirror' },
    { press: 'L', what: 'Lock in its place, or unlock' },
    { press: 'Delete', what: 'Take off the sheet: a copy fewer' },
    { press: 'Space', what: 'Choose one more, or let it go' },
    { press: 'Shift and drag', what: 'Choose all that a band meets' },
    { press: 'Ctrl+A', what: 'Choose all on the sheet' },
  ],
}
