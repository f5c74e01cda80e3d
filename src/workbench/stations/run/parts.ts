/** What is fetched when the station is opened. */
export { Preview } from './preview'
export { Run } from './run'
export { RunFrame } from './run-frame'
