import { describe, expect, it } from 'vitest'
import * as z from 'zod'
import { EditMisfit } from '../core/document/edits'
import { IntakeRefusal } from '../core/intake/refusal'
import { CannotMake } from '../core/making/recipe'
import { plainError, revivedError, TaskStopped } from './errors'

describe('errors between threads', () => {
  it.each([
    new IntakeRefusal('a.svg is empty.'),
    new EditMisfit('edit: x'),
    new CannotMake('No.'),
    new TaskStopped('Stopped.'),
  ])('keep type and sentence: %s', (error) => {
    const back = revivedError(structuredClone(plainError(error)))
    expect(back).toBeInstanceOf(error.constructor)
    expect(back.message).toBe(error.message)
  })

  it('of other types become plain errors, whatever was thrown', () => {
    expect(revivedError(plainError(new TypeError('x is undefined')))).toEqual(new Error('x is undefined'))
    expect(revivedError(plainError('just text')).message).toBe('just text')
    const { error } = z.object({ a: z.object({ b: z.number() }) }).safeParse({ a: {} })
    const back = revivedError(structuredClone(plainError(error)))
    expect(back).toBeInstanceOf(z.ZodError)
    expect((back as z.ZodError).issues[0]).toMatchObject({
      path: ['a', 'b'],
      message: error!.issues[0]!.message,
    })
  })
})
