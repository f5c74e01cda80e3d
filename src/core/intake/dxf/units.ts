import type { Scale } from '../../document/sources'
import { formatLength, formatSize, MM_PER_INCH } from '../../units/length'
import { matchPaper } from '../../units/paper-sizes'
import { say } from '../../words'

/** $INSUNITS by number: name, and mm for one unit (DXF reference). */
const UNITS: Readonly<Record<number, readonly [name: string, mm: number]>> = {
  1: [say`inches`, MM_PER_INCH],
  2: [say`feet`, 12 * MM_PER_INCH],
  3: [say`miles`, 63_360 * MM_PER_INCH],
  4: [say`millimetres`, 1],
  5: [say`centimetres`, 10],
  6: [say`metres`, 1000],
  7: [say`kilometres`, 1e6],
  8: [say`microinches`, MM_PER_INCH * 1e-6],
  9: [say`mils`, MM_PER_INCH * 1e-3],
  10: [say`yards`, 36 * MM_PER_INCH],
  11: [say`ångströms`, 1e-7],
  12: [say`nanometres`, 1e-6],
  13: [say`microns`, 1e-3],
  14: [say`decimetres`, 100],
  15: [say`decametres`, 1e4],
  16: [say`hectometres`, 1e5],
  17: [say`gigametres`, 1e12],
  18: [say`astronomical units`, 1.495978707e14],
  19: [say`light years`, 9.4607304725808e18],
  20: [say`parsecs`, 3.08567758149137e19],
  21: [say`US survey feet`, 12e5 / 3937],
  22: [say`US survey inches`, 1e5 / 3937],
  23: [say`US survey yards`, 36e5 / 3937],
  24: [say`US survey miles`, 6.336e9 / 3937],
}

/** mm for one unit of $INSUNITS, null where it states none. */
export const statedUnit = (units: number): number | null => UNITS[units]?.[1] ?? null

/** What a file without units may be in. */
const READINGS = [
  { name: 'mm', one: 'mm', mmPerUnit: 1 },
  { name: say`inches`, one: say`inch`, mmPerUnit: MM_PER_INCH },
  { name: 'cm', one: 'cm', mmPerUnit: 10 },
]

/**
 * The scale of a DXF drawing. Stated units settle it. Without them mm, inches and cm are offered with the size that
 * follows, the likeliest first: a size that is a known paper or round in that unit, and one that fits on a table.
 * @param units $INSUNITS, or 0
 * @param metric $MEASUREMENT: true for metric, false for imperial, null where the file does not say
 * @param extent of the drawing in its own units
 * @param chosen mm for one unit, where a person has chosen it
 */
export function dxfScale(
  units: number,
  metric: boolean | null,
  extent: { width: number; height: number },
  chosen: number | null,
): Scale {
  const readings = READINGS.map((reading) => {
    const size = { width: extent.width * reading.mmPerUnit, height: extent.height * reading.mmPerUnit }
    const paper = matchPaper(size)
    const label = say`1 unit is 1 ${reading.one}: ${formatSize(size)}${paper ? ` (${paper.name})` : ''}`
    return {
      ...reading,
      ...size,
      paper,
      label,
      score: likelihood(reading.name, extent, size, metric) + (paper ? 3 : 0),
    }
  }).sort((a, b) => b.score - a.score)
  const choices = readings
    .filter((r) => r.width <= 1e5 && r.height <= 1e5)
    .map(({ mmPerUnit, label, width, height }) => ({ mmPerUnit, label, width, height }))
  if (chosen !== null)
    return {
      mmPerUnit: chosen,
      why: say`Chosen by hand: one unit is ${formatLength(chosen, 'mm', 4)} mm.`,
      sure: true,
      choices,
    }
  const stated = UNITS[units]
  if (stated)
    return {
      mmPerUnit: stated[1],
      why: say`The file states its units: ${stated[0]}.`,
      sure: true,
      choices: [],
    }
  const best = readings[0]!
  return {
    mmPerUnit: best.mmPerUnit,
    why: say`The file states no units. Read in ${best.name} it measures ${formatSize(best)}${best.paper ? say`, which is ${best.paper.name}` : ''}, the likeliest. Check one length that you know.`,
    sure: false,
    choices,
  }
}

/** How likely a reading is: a size between a tag and a large sheet, round numbers, the file's own hint. */
function likelihood(
  name: string,
  extent: { width: number; height: number },
  size: { width: number; height: number },
  metric: boolean | null,
): number {
  const long = Math.max(size.width, size.height)
  const fits = 2 - 2 * Math.max(0, Math.log(long / 1300), Math.log(40 / Math.max(long, 0.01)))
  const step = name === 'mm' ? 1 : 0.25
  const round = [extent.width, extent.height].filter(
    (v) => Math.abs(v / step - Math.round(v / step)) < 0.004,
  ).length
  const hint = metric === null ? 0 : metric === (name !== 'inches') ? 0.4 : -0.4
  return fits + 0.3 * round + hint + (name === 'mm' ? 0.3 : 0)
}
