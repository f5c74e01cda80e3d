import type { Look } from '@/core/document/lines'
import { ROLE_STYLES, type StyledRole } from '@/core/document/role-styles'

/** A short stroke in the style of a role. */
export function RoleSample({ role, width = 30 }: { role: StyledRole; width?: number }) {
  const { colour, screen, round, startDot } = ROLE_STYLES[role]
  return (
    <svg
      width={width}
      height={12}
      aria-hidden
      style={{ flex: 'none', borderRadius: 3, background: 'var(--sample)' }}
    >
      <line
        x1={startDot ? 3 : 1}
        x2={width - 1}
        y1={6}
        y2={6}
        stroke={colour}
        strokeWidth={screen.width}
        strokeDasharray={screen.dash.join(' ')}
        strokeLinecap={round ? 'round' : 'butt'}
      />
      {startDot ? <circle cx={3} cy={6} r={2.6} fill={colour} /> : null}
    </svg>
  )
}

/** A short stroke as it was drawn in the source. */
export function LookSample({ look }: { look: Look }) {
  const filled = look.stroke === null
  return (
    <svg width={44} height={22} aria-hidden style={{ flex: 'none', background: '#fff', borderRadius: 5 }}>
      {filled ? (
        <rect
          x={10}
          y={5}
          width={24}
          height={12}
          fill={cssColour(look.fill)}
          stroke="#d9cdbd"
          strokeWidth={0.5}
        />
      ) : (
        <line
          x1={4}
          x2={40}
          y1={11}
          y2={11}
          stroke={cssColour(look.stroke)}
          strokeWidth={Math.min(4, Math.max(1.4, look.width * 3.8))}
          strokeDasharray={look.dash.map((d) => Math.max(0.6, d * 2)).join(' ')}
        />
      )}
    </svg>
  )
}

/** A colour of a look as CSS; anything else than `#rrggbb` is shown grey. */
const cssColour = (colour: string | null): string =>
  colour && /^#[0-9a-f]{6}$/i.test(colour) ? colour : '#999999'
