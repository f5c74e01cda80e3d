import { expect, it } from 'vitest'
import { wordsOf } from './came-in'

it('names each file that did not come in, once, and says how many did', () => {
  expect(wordsOf({ taken: 3, failed: [] })).toBeNull()
  expect(wordsOf({ taken: 0, failed: [{ file: 'a.svg', message: 'The file is no drawing.' }] })).toBe(
    'a.svg: The file is no drawing.',
  )
  expect(
    wordsOf({
      taken: 2,
      failed: [
        { file: 'a.svg', message: 'a.svg holds no lines.' },
        { file: 'b.dxf', message: 'It breaks off at line 7.' },
      ],
    }),
  ).toBe('2 of 4 files came in.\na.svg holds no lines.\nb.dxf: It breaks off at line 7.')
})
