import { expect, it } from 'vitest'
import { readTags } from './tags'

it('tags are parted by commas, each once whatever its case, none empty, and no more than are kept', () => {
  expect(readTags(' Tea fair, boxes ,, TEA FAIR,')).toEqual(['Tea fair', 'boxes'])
  expect(readTags('')).toEqual([])
  expect(readTags(Array.from({ length: 20 }, (_, i) => `t${i}`).join(',')).length).toBe(12)
  expect(readTags('x'.repeat(90))[0]!.length).toBe(40)
})
