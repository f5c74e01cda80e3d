import { crease } from './run'

/** The core without a screen: results on stdout, messages on stderr. */
process.exitCode = await crease(process.argv.slice(2), { say: console.log, tell: console.error })
