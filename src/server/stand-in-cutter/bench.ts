import { loadWords } from '../../core/cutting/hand-words'
import type { SheetPlan } from '../../core/cutting/pass'
import type { OpenSheet } from '../projects/sheets'
import { lieByChance, type Mishap, scanSheet } from './bed'
import type { Bench } from './jobs'

/**
 * The bench as it is for a sheet: how it is laid in, and for a printed one the scan of its marks.
 * @param mishap what is wrong with a mark at the first look; by the second a hand has put it right
 */
export function benchFor(
  { project, sheet, number, cutter }: Pick<OpenSheet, 'project' | 'sheet' | 'number' | 'cutter'>,
  plan: SheetPlan,
  mishap: Mishap,
): Bench {
  const { print, unit } = project
  const { sheetAt } = project.layout
  const load = loadWords(number, plan.paperName, sheetAt, Boolean(print?.marks), unit)
  const marks = print?.marks
  if (!marks) return { cutter, sheetAt, unit, load }
  let wrong = mishap
  const scan = async () => {
    const lie = lieByChance(Date.now(), sheet)
    const register = await scanSheet(sheet, marks, lie, wrong)
    wrong = null
    return { lie, register }
  }
  return { cutter, sheetAt, unit, load, scan }
}
