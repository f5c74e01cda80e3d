import type { Workbench } from '../store/project-store'
import { type Key, type KeyHelp, typed, withCtrl } from './key'

/** What can be done by keys wherever one is. */
export const EVERYWHERE: readonly Key<Workbench & { showKeys: () => void }>[] = [
  { press: 'Ctrl+Z', what: 'Undo', is: withCtrl('z'), run: (w) => void w.undo() },
  { press: 'Ctrl+Shift+Z', what: 'Redo', is: withCtrl('z', true), run: (w) => void w.redo() },
  { press: 'Ctrl+Y', what: 'Redo', is: withCtrl('y'), run: (w) => void w.redo() },
  { press: '?', what: 'Show all keys', is: typed('?'), run: (w) => w.showKeys() },
]

/** What keys do in the folded view. */
export const IN_FOLDED_VIEW: readonly KeyHelp[] = [
  { press: 'Arrow keys', what: 'Turn it' },
  { press: '+, - and 0', what: 'Nearer, farther, as at first' },
  { press: 'Space', what: 'Fold it, or stop' },
  { press: 'Home and End', what: 'Flat, and folded' },
]

/** What keys do on every board. */
export const ON_BOARDS: readonly KeyHelp[] = [
  { press: 'Arrow keys', what: 'Move the board' },
  { press: '+ and -', what: 'Zoom' },
  { press: '0', what: 'Show all of it' },
  { press: 'Esc', what: 'Break off what is being dragged' },
  { press: 'Alt and drag', what: 'Move the board' },
]
