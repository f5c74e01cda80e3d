import type { Station } from '../station'
import { NestingFrame } from './nesting-frame'
import { SheetBoard } from './sheet-board'
import { Sheets } from './sheets'

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
  keys: [
    { press: 'Tab', what: 'From piece to piece' },
    { press: 'Arrow keys', what: 'Move what is chosen by 1 mm, with Shift by 10 mm' },
    { press: 'R', what: 'Turn a quarter' },
    { press: 'M', what: 'Mirror' },
    { press: 'L', what: 'Lock in its place, or unlock' },
    { press: 'Space', what: 'Choose one more, or let it go' },
  ],
}
