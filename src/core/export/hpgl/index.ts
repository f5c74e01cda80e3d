import type { SheetPlan, Tool } from '../../cutting/pass'
import { repeated } from '../../cutting/timeline'
import { say } from '../../words'
import { planOf, type Write } from '../kind'

/** Plotter units in a millimetre: one is 0.025 mm (HP-GL reference: 1016 to the inch). */
export const UNITS_PER_MM = 40

/** Pen numbers of the tools. */
const PEN: Record<Tool, number> = { 'scoring tip': 1, knife: 2, pen: 3 }

/**
 * A sheet's passes as HP-GL: absolute plotter units of 0.025 mm, y up from the sheet's lower left corner. Each pass
 * selects its pen with `SP`, its speed with `VS` (cm/s) and its force with `FS` (grams); where a hand is needed the
 * machine is put out of reach of further data with `NR`, and the words stand in the label of a `CO` comment.
 * @returns instructions ended by semicolons, a line each
 */
export function planToHpgl(plan: SheetPlan, title: string): string {
  const out: string[] = [`CO"${comment(title)}"`, 'IN', 'PA']
  for (const pass of plan.passes) {
    if (pass.pause) out.push(`CO"${comment(say`${pass.pause}, then go on`)}"`, 'NR')
    out.push(
      `SP${PEN[pass.tool]}`,
      `VS${Math.max(1, Math.round(pass.setting.speed / 10))}`,
      `FS${pass.setting.force}`,
    )
    for (const { points } of repeated(pass)) {
      const at = (i: number) => `${units(points[i]!)},${units(plan.height - points[i + 1]!)}`
      const way: string[] = []
      for (let i = 2; i < points.length; i += 2) way.push(at(i))
      out.push(`PU${at(0)}`, `PD${way.join(',')}`)
    }
    out.push('PU')
  }
  out.push('PU0,0', 'SP0')
  return `${out.join(';\n')};\n`
}

const units = (mm: number): number => Math.round(mm * UNITS_PER_MM)

const comment = (text: string): string =>
  text
    .normalize('NFKD')
    .replace(/[^\x20-\x7e]/g, '')
    .replace(/[";]/g, '')
    .slice(0, 100)

export const write: Write = (of) => planToHpgl(planOf(of), of.title)
