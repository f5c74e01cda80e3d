import { turningSchema } from '../../src/core/document/pieces'
import { count } from '../../src/core/words'
import type { Command } from '../command'
import { layFile, USUAL_LAY } from '../lay-file'
import { readChoice, readNumber, UsageError } from '../options'

/** A file's pieces on sheets. */
export const lay: Command = {
  name: 'lay',
  usage: `FILE --paper NAME|WxH... [--mat WxH] [--spacing MM] [--margin MM] [--rotations any|quarter|half|none]
           [--copies N] [--seconds N] [--seed N] [--shape true|box]
           of several papers all but the last are leftovers, one sheet each`,
  options: {
    paper: { type: 'string', multiple: true },
    mat: { type: 'string' },
    spacing: { type: 'string' },
    margin: { type: 'string' },
    rotations: { type: 'string' },
    copies: { type: 'string' },
    seconds: { type: 'string' },
    seed: { type: 'string' },
    shape: { type: 'string' },
  },
  async run({ text, texts, eachFile, reading, json, say }) {
    const papers = texts('paper')
    if (papers.length === 0)
      throw new UsageError('lay needs --paper, a name of paper such as A4 or a size such as 210x297.')
    const number = (option: string, range: Parameters<typeof readNumber>[2]) =>
      readNumber(option, text(option), range)
    const options = {
      papers,
      mat: text('mat') ?? null,
      reading,
      spacing: number('spacing', { least: 0, most: 100 }),
      margin: number('margin', { least: 0, most: 100 }),
      turning: readChoice('rotations', text('rotations'), turningSchema.options),
      copies: number('copies', { least: 1, most: 500, whole: true }),
      seconds: number('seconds', { least: 0, most: 3600 }) ?? USUAL_LAY.seconds,
      seed: number('seed', { least: 0, most: 1e9, whole: true }) ?? USUAL_LAY.seed,
      shape: readChoice('shape', text('shape'), ['true', 'box'] as const) ?? USUAL_LAY.shape,
    }
    await eachFile(async (bytes, name) => {
      const { result } = await layFile(bytes, name, options)
      if (json) return say(JSON.stringify(result))
      for (const s of result.sheets)
        say(`${s.paper}: ${count(s.placements.length, 'piece')}, ${Math.round(s.density * 100)} % used`)
      for (const u of result.unplaced) say(`${u.piece} is on no sheet. ${u.why}`)
    })
  },
}
