'use client'
import { Plus, X } from 'lucide-react'
import type { PaperFields } from '@/core/document/paper'
import type { Unit } from '@/core/units/length'
import { say } from '@/core/words'
import { IconButton, QuietButton } from '@/kit/button'
import { LengthField, NumberEntry } from '@/kit/field'
import { Muted, Row } from '@/kit/surface'
import { SheetPart } from '../../board/sheet-part'

type Leftover = NonNullable<PaperFields['leftovers']>[number]
type Props = {
  /** a fresh sheet of the paper, and its colour */
  sheet: { width: number; height: number }
  colour: string
  leftovers: readonly Leftover[]
  unit: Unit
  onChange: (leftovers: Leftover[]) => void
}

/** Further sheets of a paper at hand: they are used up before fresh ones. */
export function Leftovers({ sheet, colour, leftovers, unit, onChange }: Props) {
  const change = (at: number, some: Partial<Leftover>) =>
    onChange(leftovers.map((l, i) => (i === at ? { ...l, ...some } : l)))
  return (
    <div style={{ marginBottom: 16 }}>
      <Row style={{ justifyContent: 'space-between' }}>
        <b>{say`Leftovers`}</b>
        <QuietButton
          isDisabled={leftovers.length >= 40}
          onPress={() => onChange([...leftovers, { width: 150, height: 100, count: 1 }])}
        >
          <Plus size={15} />
          {say` Add a leftover`}
        </QuietButton>
      </Row>
      {leftovers.length === 0 ? (
        <Muted>{say`None. Rests of sheets are used before fresh ones.`}</Muted>
      ) : null}
      {leftovers.map((leftover, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a leftover is known by its place in the list
        <Row key={i} style={{ flexWrap: 'nowrap', marginTop: 8 }} data-testid="leftover">
          <SheetPart sheet={sheet} part={leftover} colour={colour} />
          <LengthField
            label={say`Leftover ${i + 1}, width`}
            hideLabel
            mm={leftover.width}
            unit={unit}
            min={10}
            onCommit={(width) => change(i, { width })}
          />
          <LengthField
            label={say`Leftover ${i + 1}, height`}
            hideLabel
            mm={leftover.height}
            unit={unit}
            min={10}
            onCommit={(height) => change(i, { height })}
          />
          <NumberEntry
            label={say`Leftover ${i + 1}, sheets`}
            hideLabel
            suffix={leftover.count === 1 ? say`sheet` : say`sheets`}
            value={leftover.count}
            min={1}
            max={500}
            whole
            onCommit={(count) => change(i, { count })}
          />
          <IconButton
            aria-label={say`Remove leftover ${i + 1}`}
            onPress={() => onChange(leftovers.filter((_, k) => k !== i))}
          >
            <X size={16} />
          </IconButton>
        </Row>
      ))}
    </div>
  )
}
