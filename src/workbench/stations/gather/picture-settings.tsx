import { useEffect, useRef, useState } from 'react'
import styled from 'styled-components'
import type { FileSource, Reading, TraceOptions } from '@/core/document/sources'
import { decimal, say } from '@/core/words'
import { Button } from '@/kit/button'
import { Check } from '@/kit/check'
import { LengthField, NumberEntry } from '@/kit/field'
import { Select } from '@/kit/select'
import { Slider } from '@/kit/slider'
import { Muted, Row } from '@/kit/surface'
import { originalAddress } from '../../store/api'
import { useProject } from '../../store/context'

const Preview = styled.canvas`
  display: block;
  width: 100%;
  margin-top: 10px;
  border-radius: var(--radius);
  background: #fff;
  box-shadow: var(--lift);
`
/** Wide enough to judge a threshold by, mm of screen aside. */
const PREVIEW_WIDTH = 300

/** A picture is one shape, or so many layers of colour. */
const ONE = 1
const WAYS = [
  { value: String(ONE), title: say`one shape` },
  ...[2, 3, 4, 5, 6, 7, 8, 10, 12].map((n) => ({ value: String(n), title: say`${n} layers by colour` })),
]

type Grey = { width: number; height: number; values: Uint8Array }

/** The original picture as grey values, small, for the preview. */
function useGrey(project: string, source: string): Grey | null {
  const [grey, setGrey] = useState<Grey | null>(null)
  useEffect(() => {
    let left = false
    const load = async () => {
      const response = await fetch(originalAddress(project, source))
      if (!response.ok) return
      const bitmap = await createImageBitmap(await response.blob())
      const width = Math.min(PREVIEW_WIDTH, bitmap.width)
      const height = Math.max(1, Math.round((bitmap.height * width) / bitmap.width))
      const canvas = new OffscreenCanvas(width, height)
      const context = canvas.getContext('2d')
      if (!context) return
      context.fillStyle = '#fff'
      context.fillRect(0, 0, width, height)
      context.drawImage(bitmap, 0, 0, width, height)
      const { data } = context.getImageData(0, 0, width, height)
      const values = new Uint8Array(width * height)
      for (let i = 0; i < values.length; i += 1)
        values[i] = 0.2126 * data[4 * i]! + 0.7152 * data[4 * i + 1]! + 0.0722 * data[4 * i + 2]!
      if (!left) setGrey({ width, height, values })
    }
    load().catch(() => setGrey(null))
    return () => {
      left = true
    }
  }, [project, source])
  return grey
}

type Props = {
  source: FileSource
  picture: NonNullable<FileSource['picture']>
  onReread: (change: Partial<Reading>) => Promise<unknown>
}

/** How a picture is traced: the threshold with its live preview, what is traced, and the true size. */
export function PictureSettings({ source, picture, onReread }: Props) {
  const id = useProject((s) => s.id)
  const unit = useProject((s) => s.project.unit)
  const grey = useGrey(id, source.id)
  const [trace, setTrace] = useState<TraceOptions>(picture.trace)
  const [busy, setBusy] = useState(false)
  const canvas = useRef<HTMLCanvasElement>(null)
  const { threshold, invert } = trace
  const isOne = trace.colours === undefined
  useEffect(() => {
    const context = canvas.current?.getContext('2d')
    if (!isOne || !grey || !context || !canvas.current) return
    canvas.current.width = grey.width
    canvas.current.height = grey.height
    const image = context.createImageData(grey.width, grey.height)
    grey.values.forEach((value, i) => {
      const isShape = value < (threshold ?? 128) !== invert
      image.data.set(isShape ? [43, 26, 47, 255] : [255, 253, 248, 255], 4 * i)
    })
    context.putImageData(image, 0, 0)
  }, [grey, threshold, invert, isOne])
  const change = (part: Partial<TraceOptions>) => setTrace((t) => ({ ...t, ...part }))
  const again = async (part: Partial<Reading>) => {
    setBusy(true)
    try {
      await onReread({ trace, ...part })
    } finally {
      setBusy(false)
    }
  }
  return (
    <div data-testid="picture-settings">
      <Row style={{ marginTop: 10, flexWrap: 'nowrap', alignItems: 'start' }}>
        <LengthField
          label={say`Width of the whole picture`}
          mm={source.artwork.width}
          unit={unit}
          min={1}
          max={5000}
          onCommit={(mm) => again({ mmPerUnit: mm / picture.width })}
        />
      </Row>
      <div style={{ marginTop: 8 }}>
        <Select
          label={say`Traced as`}
          value={String(trace.colours ?? ONE)}
          choices={WAYS}
          onChange={(value) => change({ colours: value === String(ONE) ? undefined : Number(value) })}
        />
      </div>
      {isOne ? (
        <Preview ref={canvas} role="img" aria-label={say`What is taken as shape at this threshold`} />
      ) : null}
      {isOne ? (
        <Slider
          label={say`Threshold: darker than ${threshold ?? 128} is shape`}
          min={1}
          max={255}
          value={threshold ?? 128}
          onChange={(value) => change({ threshold: value })}
          style={{ marginTop: 8 }}
        />
      ) : (
        <Muted
          style={{ marginTop: 6 }}
        >{say`Each layer is cut from the paper of its colour and carries those before it, so that nothing hangs free.`}</Muted>
      )}
      <Slider
        label={say`Smoothness`}
        min={0}
        max={1}
        step={0.1}
        value={trace.smooth}
        onChange={(smooth) => change({ smooth })}
        style={{ marginTop: 8 }}
      />
      {isOne ? (
        <>
          <Check isSelected={invert} onChange={(on) => change({ invert: on })}>{say`light is shape`}</Check>
          <Check
            isSelected={trace.openings}
            onChange={(openings) => change({ openings })}
          >{say`with openings`}</Check>
        </>
      ) : null}
      <Row style={{ marginTop: 8, flexWrap: 'nowrap', alignItems: 'start' }}>
        <NumberEntry
          label={say`Smallest speck, pixels`}
          value={trace.speck}
          min={0}
          max={100000}
          whole
          onCommit={(speck) => change({ speck })}
        />
        <NumberEntry
          label={say`Line off the edge, pixels`}
          value={trace.deviation}
          min={0.1}
          max={10}
          onCommit={(deviation) => change({ deviation })}
        />
      </Row>
      <Row style={{ marginTop: 10 }}>
        <Button isDisabled={busy} onPress={() => void again({})}>
          {busy ? say`Tracing…` : say`Trace again`}
        </Button>
        <Muted>{say`at ${decimal(source.scale.mmPerUnit * trace.deviation, 2, 2)} mm at most beside the edge`}</Muted>
      </Row>
    </div>
  )
}
