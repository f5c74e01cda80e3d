import { say } from '@/core/words'

type Size = { width: number; height: number }

/** The side of the square in which a sheet is drawn, px. */
const SIDE = 46

/** A part of a sheet, drawn to scale in the sheet's far corner. Sizes in mm. */
export function SheetPart({ sheet, part, colour }: { sheet: Size; part: Size; colour: string }) {
  const whole = { width: Math.max(sheet.width, part.width), height: Math.max(sheet.height, part.height) }
  const scale = SIDE / Math.max(whole.width, whole.height)
  const [width, height] = [whole.width * scale, whole.height * scale]
  return (
    <svg width={SIDE} height={SIDE} aria-hidden="true" style={{ flexShrink: 0 }} data-testid="sheet-part">
      <title>{say`A part of a sheet`}</title>
      <rect
        x={0.5}
        y={0.5}
        width={width - 1}
        height={height - 1}
        fill="none"
        stroke="var(--hairline)"
        strokeDasharray="2 2"
      />
      <rect
        x={width - part.width * scale + 0.5}
        y={height - part.height * scale + 0.5}
        width={Math.max(1, part.width * scale - 1)}
        height={Math.max(1, part.height * scale - 1)}
        fill={colour}
        stroke="var(--ink)"
      />
    </svg>
  )
}
