import { sheetsBehind } from '@/core/sheets/behind'
import type { Station } from '../station'
import { NestingFrame } from './nesting-frame'
import { SheetBoard } from './sheet-board'
import { Sheets } from './sheets'

export const sheets: Station = {
  name: 'sheets',
  title: 'Sheets',
  state: (project) => {
    const { layout } = project
    const laid = layout.sheets.length > 0
    const open = layout.unplaced.length + (laid && sheetsBehind(project) ? 1 : 0)
    return { open, done: laid && open === 0 }
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
