import { expect, it } from 'vitest'
import { isFlood, jsonCounter } from './count-json'

const counted = (text: string, part: number): number => {
  const [bytes, count] = [new TextEncoder().encode(text), jsonCounter()]
  let told = 0
  for (let i = 0; i < bytes.length; i += part) told = count(bytes.subarray(i, i + part)).values
  return told
}

it.each([1, 2, 3, 1000])('counts values outside of texts, %d bytes at a time', (part) => {
  expect(counted('[1,2,3]', part)).toBe(3)
  expect(counted('{"a,b":"c,\\",,\\\\","d":[",","\\\\\\",",4]}', part)).toBe(4)
  expect(counted(JSON.stringify(Array.from({ length: 500 }, (_, i) => `${i},"é,`)), part)).toBe(500)
})

it('tells how deep values lie in one another, and that a tower of brackets is a flood', () => {
  const of = (text: string) => jsonCounter()(new TextEncoder().encode(text))
  expect(of('{"a":[1,{"b":"[[["}]}')).toEqual({ values: 2, depth: 3 })
  expect(isFlood(of('['.repeat(1000)))).toBe(true)
  expect(isFlood(of(JSON.stringify({ a: [[{ b: 1 }]] })))).toBe(false)
})
