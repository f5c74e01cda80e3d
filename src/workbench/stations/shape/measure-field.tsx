import type { MeasureValue } from '@/core/document/sources'
import type { Measure } from '@/core/making/recipe'
import { say } from '@/core/words'
import { LengthField, LengthsField, NameField, NumberEntry } from '@/kit/field'
import { Select } from '@/kit/select'
import { useProject } from '../../store/context'
import { FontField } from './font-field'

type Props = { measure: Measure; value: MeasureValue; onSet: (value: MeasureValue) => void }

/** A measure as what it is: a length, several, a number, a text, or one of several. */
export function MeasureField({ measure, value, onSet }: Props) {
  const unit = useProject((s) => s.project.unit)
  const { title: label } = measure
  switch (measure.kind) {
    case 'choice':
      if (measure.orOwnFont) return <FontField measure={measure} value={value} onSet={onSet} />
      return <ChoiceField measure={measure} value={value} onSet={onSet} />
    case 'text':
      return (
        <div style={{ gridColumn: '1 / -1' }}>
          <NameField label={label} value={String(value)} onCommit={onSet} />
        </div>
      )
    case 'length':
      return (
        <LengthField
          label={label}
          mm={Number(value)}
          unit={unit}
          min={measure.least}
          max={measure.most}
          onCommit={onSet}
        />
      )
    case 'lengths':
      return (
        <LengthsField
          label={label}
          mm={[value as number | number[]].flat()}
          unit={unit}
          min={measure.least}
          max={measure.most}
          count={measure.count}
          onCommit={onSet}
        />
      )
    default:
      return (
        <NumberEntry
          label={label}
          value={Number(value)}
          min={measure.least}
          max={measure.most}
          whole={measure.kind === 'count'}
          {...(measure.kind === 'angle' ? { suffix: '°' } : {})}
          onCommit={onSet}
        />
      )
  }
}

const AT_AN_ANGLE = say`at an angle`

/** One of several; and where the measure takes one, an angle instead. */
function ChoiceField({ measure, value, onSet }: Props & { measure: { kind: 'choice' } }) {
  const { title, choices, orAngle } = measure
  const isAngle = typeof value === 'number'
  const all = orAngle ? [...choices, { value: AT_AN_ANGLE, title: AT_AN_ANGLE }] : choices
  return (
    <>
      <Select
        label={title}
        value={isAngle ? AT_AN_ANGLE : String(value)}
        choices={all}
        onChange={(chosen) => onSet(chosen === AT_AN_ANGLE ? 0 : chosen)}
      />
      {isAngle ? (
        <NumberEntry label={say`Angle`} value={value} min={-360} max={360} suffix="°" onCommit={onSet} />
      ) : null}
    </>
  )
}
