'use client'
import { FACTORS } from '@/core/binding/resize-source'
import { PAPER_SIZES } from '@/core/units/paper-sizes'
import { say } from '@/core/words'
import { Disclosure } from '@/kit/disclosure'
import { LengthField, NumberEntry } from '@/kit/field'
import { MenuButton } from '@/kit/menu'
import { Pairs, Row } from '@/kit/surface'
import { useProject } from '../../store/context'

type Size = { width: number; height: number }
type Props = {
  title: string
  /** the size as it is, mm; null where only a factor makes sense */
  size: Size | null
  onResize: (factor: number) => void
}

/** The factor by which a drawing just fits a paper, upright or across as it lies itself. */
const factorFor = (size: Size, paper: Size): number =>
  Math.min(
    Math.min(paper.width, paper.height) / Math.min(size.width, size.height),
    Math.max(paper.width, paper.height) / Math.max(size.width, size.height),
  )

/** A drawing made larger or smaller: by width, by height, by per cent, or to fit a paper. */
export function Resize({ title, size, onResize }: Props) {
  const unit = useProject((s) => s.project.unit)
  const resize = (factor: number) => {
    const bounded = Math.min(FACTORS.most, Math.max(FACTORS.least, factor))
    if (Math.abs(bounded - 1) > 1e-9) onResize(bounded)
  }
  return (
    <Disclosure title={title}>
      {size ? (
        <Pairs>
          <LengthField
            label={say`Width`}
            mm={size.width}
            unit={unit}
            min={1}
            max={20_000}
            onCommit={(mm) => resize(mm / size.width)}
          />
          <LengthField
            label={say`Height`}
            mm={size.height}
            unit={unit}
            min={1}
            max={20_000}
            onCommit={(mm) => resize(mm / size.height)}
          />
        </Pairs>
      ) : null}
      <Row style={{ marginTop: 8, alignItems: 'end' }}>
        <div style={{ width: 120 }}>
          <NumberEntry
            label={say`Per cent of now`}
            value={100}
            min={100 * FACTORS.least}
            max={100 * FACTORS.most}
            suffix="%"
            onCommit={(percent) => resize(percent / 100)}
          />
        </div>
        {size ? (
          <MenuButton
            text={say`To fit`}
            label={say`To fit a paper`}
            entries={PAPER_SIZES.map(({ name }) => ({ id: name, title: name }))}
            onChoose={(name) => resize(factorFor(size, PAPER_SIZES.find((p) => p.name === name)!))}
          />
        ) : null}
      </Row>
    </Disclosure>
  )
}
