import * as z from 'zod'
import { IntakeRefusal } from '../core/intake/refusal'
import { say } from '../core/words'
import type { Task } from './task'

const input = z.object({ bytes: z.instanceof(Uint8Array), fileName: z.string().min(1).max(200) })

export type ReadFontInput = z.infer<typeof input>

/** Letters that are drawn before a font is kept: one that breaks while it is drawn is refused at once. */
const SAMPLE = 'HAaBgQ&09'

/** Looks through a font before it is kept. @throws IntakeRefusal for one that is broken or may not be used so */
export const readFontFile: Task<ReadFontInput, null> = {
  name: 'read-font',
  input: input as z.ZodType<ReadFontInput>,
  timeLimit: 20_000,
  async run({ bytes, fileName }) {
    const { FontRefusal, readFont } = await import('../core/making/lettering/read-font')
    try {
      const font = readFont(bytes)
      const known = [...SAMPLE].filter((letter) => font.has(letter)).join('')
      if (known === '')
        throw new FontRefusal(say`The font has no letters of the Latin alphabet, and no digits.`)
      font.lay(known)
      return null
    } catch (error) {
      if (error instanceof FontRefusal)
        throw new IntakeRefusal(say`${fileName} is not taken. ${error.message}`)
      throw new IntakeRefusal(
        say`${fileName} is not taken. The font breaks while its letters are drawn. Save it anew from the program that made it, or use another one.`,
      )
    }
  },
}
