import * as z from 'zod'
import { IntakeRefusal } from '../core/intake/refusal'
import { say } from '../core/words'
import type { Task } from './task'

const input = z.object({ bytes: z.instanceof(Uint8Array), fileName: z.string().min(1).max(200) })

export type ReadFontInput = z.infer<typeof input>

/** Letters that are drawn before a font is kept (ASCII and Latin-1): one that breaks while it is drawn is refused at once. */
const LETTERS = [
  [0x21, 0x7e],
  [0xa1, 0xff],
].flatMap(([from, to]) => Array.from({ length: to! - from! + 1 }, (_, k) => String.fromCodePoint(from! + k)))

/** Looks through a font before it is kept. @throws IntakeRefusal for one that is broken or may not be used so */
export const readFontFile: Task<ReadFontInput, null> = {
  name: 'read-font',
  input: input as z.ZodType<ReadFontInput>,
  timeLimit: 20_000,
  async run({ bytes, fileName }) {
    const { readFont } = await import('../core/making/lettering/read-font')
    const { FontRefusal, layOrRefuse } = await import('../core/making/lettering/fonts')
    try {
      const font = readFont(bytes)
      const known = LETTERS.filter((letter) => font.has(letter))
      if (!known.some((letter) => /[A-Za-z0-9]/.test(letter)))
        throw new FontRefusal(say`The font has no letters of the Latin alphabet, and no digits.`)
      for (const letter of known) layOrRefuse(font, letter)
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
