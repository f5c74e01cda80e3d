import { expect, it } from 'vitest'
import { valueCounter } from './count-values'

const counted = (text: string, part: number): number => {
  const [bytes, count] = [new TextEncoder().encode(text), valueCounter()]
  let told = 0
  for (let i = 0; i < bytes.length; i += part) told = count(bytes.subarray(i, i + part))
  return told
}

it.each([1, 2, 3, 1000])('counts values outside of texts, %d bytes at a time', (part) => {
  expect(counted('[1,2,3]', part)).toBe(3)
  expect(counted('{"a,b":"c,\\",,\\\\","d":[",","\\\\\\",",4]}', part)).toBe(4)
  expect(counted(JSON.stringify(Array.from({ length: 500 }, (_, i) => `${i},"é,`)), part)).toBe(500)
})
