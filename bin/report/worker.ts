import { readFileSync } from 'node:fs'
import { sentence } from '../sentence'
import { rowOf } from './row'
import { type Asked, refused } from './told'

/** A process of its own that looks at one file after the other, as its parent asks. */
process.on('message', async (asked: Asked) => {
  try {
    process.send!(await rowOf(readFileSync(asked.path), asked))
  } catch (error) {
    process.send!(refused(asked.path, sentence(error)))
  }
})
