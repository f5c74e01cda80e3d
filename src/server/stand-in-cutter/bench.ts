import { loadWords } from '../../core/cutting/job'
import type { loadSheet } from '../projects/sheets'
import { lieByChance, type Mishap, scanSheet } from './bed'
import type { Bench } from './jobs'

type Loaded = Pick<Awaited<ReturnType<typeof loadSheet>>, 'project' | 'sheet' | 'number' | 'plan' | 'cutter'>

/**
 * The bench as it is for a sheet: how it is laid in, and for a printed one the scan of its marks.
 * @param mishap what is wrong with a mark at the first look; by the second a hand has put it right
 */
export function benchFor({ project, sheet, number, plan, cutter }: Loaded, mishap: Mishap): Bench {
  const { sheetAt, print } = project.layout
  const load = loadWords(number, plan.paperName, sheetAt, Boolean(print?.marks))
  const marks = print?.marks
  if (!marks) return { cutter, sheetAt, load }
  let wrong = mishap
  const scan = async () => {
    const lie = lieByChance(Date.now(), sheet)
    const register = await scanSheet(sheet, marks, lie, wrong)
    wrong = null
    return { lie, register }
  }
  return { cutter, sheetAt, load, scan }
}
