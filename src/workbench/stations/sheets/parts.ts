/** What is fetched when the station is opened. */
export { NestingFrame } from './nesting-frame'
export { SheetBoard } from './sheet-board'
export { Sheets } from './sheets'
