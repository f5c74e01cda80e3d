import { expect, it } from 'vitest'
import { ENDINGS } from './endings'
import { FORMATS } from './formats'

it('the endings that are offered are those that formats read; DWG is only recognised, and refused with a sentence', () => {
  expect([...ENDINGS, 'dwg'].sort()).toEqual(FORMATS.flatMap((f) => f.endings).sort())
})
