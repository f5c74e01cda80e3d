import { expect, it } from 'vitest'
import { ZodError } from 'zod'
import { readEdit } from './read-edit'

const read = (text: string) => readEdit.run(new TextEncoder().encode(text), () => {})
const edit = {
  base: 3,
  label: 'Score them',
  changes: [{ op: 'lines', groups: [{ ids: ['a-1'], set: { role: 'score' } }] }],
}

it('reads an edit as it was sent, and leaves out what is none of its fields', async () => {
  expect(await read(JSON.stringify(edit))).toEqual(edit)
})

it.each([
  ['no JSON', '{"base":'],
  ['numbers where changes should be', `{"base":0,"label":"x","changes":[${'1,'.repeat(1000)}1]}`],
  [
    'too many changes',
    JSON.stringify({ ...edit, changes: Array.from({ length: 70_001 }, () => edit.changes[0]) }),
  ],
  [
    'a path to the prototype',
    JSON.stringify({ ...edit, changes: [{ op: 'add', path: ['__proto__'], value: 1 }] }),
  ],
])('refuses %s as one who looks at it here would', async (_, text) => {
  await expect(read(text)).rejects.toBeInstanceOf(ZodError)
})
