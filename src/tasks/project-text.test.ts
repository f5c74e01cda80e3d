import { expect, it } from 'vitest'
import { emptyProject } from '../core/document/project'
import { handedOver, takenOver } from './project-text'

it('hands the document over as text, made once, and all else as it is', () => {
  const project = emptyProject('Caddy')
  const bytes = new Uint8Array([1, 2])
  const handed = handedOver({ project, art: { a: { bytes } } })
  expect(handed.project).toBe(JSON.stringify(project))
  expect(handed.input).toEqual({ art: { a: { bytes } } })
  expect(takenOver(handed)).toEqual({ project, art: { a: { bytes } } })
  const counted = { ...project, toJSON: () => expect.fail('it is written again') }
  const before = { ...counted, toJSON: undefined }
  handedOver({ project: before })
  Object.assign(before, { toJSON: counted.toJSON })
  expect(handedOver({ project: before }).project).toBe(JSON.stringify(project))
})

it.each([
  ['bytes', new Uint8Array([1, 2, 3])],
  ['an input without a document', { fileName: 'a.svg', project: null }],
  ['an input that has no place for one', { planned: '[]' }],
  ['nothing', undefined],
])('leaves %s as it is', (_, input) => {
  expect(takenOver(handedOver(input))).toBe(input)
})
