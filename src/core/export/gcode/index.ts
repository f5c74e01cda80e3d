import type { SheetPlan, Tool } from '../../cutting/pass'
import { repeated } from '../../cutting/timeline'
import { say } from '../../words'
import { planOf, type Write } from '../kind'

/** T numbers of the tools. */
export const TOOL_NUMBER: Record<Tool, number> = { 'scoring tip': 1, knife: 2, pen: 3 }

/** Heights of the tool over the paper, mm. */
const UP = 2
const DOWN = 0

/**
 * A sheet's passes as G-code (ISO 6983, RS-274): millimetres, absolute, y up from the sheet's lower left corner. A
 * tool change is `T` and `M6`, followed by a pause (`M0`) with what a hand must do in the comment before it.
 * @returns lines ended by newlines
 */
export function planToGcode(plan: SheetPlan, title: string): string {
  const out: string[] = [
    `(${comment(title)})`,
    `(Sheet ${comment(plan.sheet)}: ${comment(plan.paperName)}, ${n(plan.width)} x ${n(plan.height)} mm)`,
    '(Millimetres from the lower left corner of the sheet, y up)',
    'G21',
    'G90',
    'G17',
    `G0 Z${n(UP)}`,
  ]
  let tool: Tool | null = null
  plan.passes.forEach((pass, i) => {
    out.push(
      `(Pass ${i + 1} of ${plan.passes.length}: ${pass.role}${pass.dashed ? ' in dashes' : ''}, ${pass.tool}, force ${pass.setting.force} g, ${pass.setting.passes} times)`,
    )
    if (pass.tool !== tool) out.push(`T${TOOL_NUMBER[pass.tool]} M6`)
    if (pass.pause) out.push(`(${comment(say`${pass.pause}, then go on`)})`, 'M0')
    tool = pass.tool
    const feed = n(pass.setting.speed * 60)
    for (const { points } of repeated(pass)) {
      out.push(`G0 X${n(points[0]!)} Y${n(plan.height - points[1]!)}`, `G1 Z${n(DOWN)} F${feed}`)
      for (let k = 2; k < points.length; k += 2)
        out.push(`G1 X${n(points[k]!)} Y${n(plan.height - points[k + 1]!)}`)
      out.push(`G0 Z${n(UP)}`)
    }
  })
  out.push('G0 X0 Y0', 'M2', '')
  return out.join('\n')
}

const n = (value: number): string => {
  const text = value.toFixed(3).replace(/\.?0+$/, '')
  return text === '-0' ? '0' : text
}

/** Brackets end a comment, and controllers want plain ASCII. */
const comment = (text: string): string =>
  text
    .normalize('NFKD')
    .replace(/[^\x20-\x7e]/g, '')
    .replace(/[()]/g, '')
    .slice(0, 100)

export const write: Write = (of) => planToGcode(planOf(of), of.title)
