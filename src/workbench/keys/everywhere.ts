import { say } from '@/core/words'
import type { Workbench } from '../store/project-store'
import { type Key, type KeyHelp, typed, withCtrl } from './key'

/** What can be done by keys wherever one is. */
export const EVERYWHERE: readonly Key<Pick<Workbench, 'undo' | 'redo' | 'help'>>[] = [
  { press: say`Ctrl+Z`, what: say`Undo`, is: withCtrl('z'), run: (w) => void w.undo() },
  { press: say`Ctrl+Shift+Z`, what: say`Redo`, is: withCtrl('z', true), run: (w) => void w.redo() },
  { press: say`Ctrl+Y`, what: say`Redo`, is: withCtrl('y'), run: (w) => void w.redo() },
  { press: '?', what: say`Show all keys`, is: typed('?'), run: (w) => w.help('keys') },
  { press: say`Ctrl+K`, what: say`Type what you want`, is: withCtrl('k'), run: (w) => w.help('commands') },
  { press: 'F1', what: say`Guide to this station`, is: typed('F1'), run: (w) => w.help('guide') },
]

/** What keys do in the folded view. */
export const IN_FOLDED_VIEW: readonly KeyHelp[] = [
  { press: say`Arrow keys`, what: say`Turn it` },
  { press: say`+, - and 0`, what: say`Nearer, farther, as at first` },
  { press: say`Space`, what: say`Fold it, or stop` },
  { press: say`Home and End`, what: say`Flat, and folded` },
]

/** What keys do on every board. */
export const ON_BOARDS: readonly KeyHelp[] = [
  { press: say`Arrow keys`, what: say`Move the board` },
  { press: say`+ and -`, what: say`Zoom` },
  { press: '0', what: say`Show all of it` },
  { press: say`Esc`, what: say`Break off what is being dragged` },
  { press: say`Alt and drag`, what: say`Move the board` },
]
