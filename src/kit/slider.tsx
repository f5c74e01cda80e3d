'use client'
import type { CSSProperties } from 'react'
import { Slider as AriaSlider, Label, SliderThumb, SliderTrack } from 'react-aria-components'
import styled from 'styled-components'

const Whole = styled(AriaSlider)`
  display: block;
  min-width: 0;
`
const Above = styled(Label)`
  display: block;
  font-size: 12.5px;
  color: var(--ink-soft);
`
const Track = styled(SliderTrack)`
  position: relative;
  height: 26px;
  margin: 0 8px;
  cursor: pointer;
  &::before {
    content: '';
    position: absolute;
    inset: 10px -8px;
    border-radius: 4px;
    background: linear-gradient(
      to right,
      var(--plum) 0 calc(8px + (100% - 16px) * var(--share)),
      var(--hairline) 0
    );
  }
`
const Thumb = styled(SliderThumb)`
  top: 50%;
  width: 17px;
  height: 17px;
  border-radius: 50%;
  background: var(--plum);
  &[data-focus-visible] {
    outline: 2.5px solid var(--plum);
    outline-offset: 2px;
  }
`

type Props = {
  label: string
  hideLabel?: boolean
  value: number
  min: number
  max: number
  step?: number
  onChange: (value: number) => void
  style?: CSSProperties
}

/** A number by a knob on a line. */
export function Slider({ label, hideLabel, value, min, max, step = 1, onChange, style }: Props) {
  const share = max > min ? (value - min) / (max - min) : 0
  return (
    <Whole
      value={value}
      minValue={min}
      maxValue={max}
      step={step}
      onChange={(v) => onChange(v as number)}
      style={{ ...style, '--share': share } as CSSProperties}
      {...(hideLabel ? { 'aria-label': label } : {})}
    >
      {hideLabel ? null : <Above>{label}</Above>}
      <Track>
        <Thumb />
      </Track>
    </Whole>
  )
}
