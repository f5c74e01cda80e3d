'use client'
import { Puzzle, Square } from 'lucide-react'
import { useState } from 'react'
import { say } from '@/core/words'
import { Button, QuietButton } from '@/kit/button'
import { NumberEntry } from '@/kit/field'
import { Progress } from '@/kit/progress'
import { Muted, Pairs, Row, Section } from '@/kit/surface'
import type { NestingRun } from './use-nesting'

/** How long and from which seed pieces are nested closer than their boxes allow. */
export function NestingPanel({
  nesting,
  used,
}: {
  nesting: NestingRun
  used: (best: NestingRun['best']) => string
}) {
  const [seconds, setSeconds] = useState(10)
  const [seed, setSeed] = useState(1)
  const { share, best } = nesting
  return (
    <Section data-testid="nesting">
      <Row style={{ justifyContent: 'space-between' }}>
        <h2>{say`Nest closer`}</h2>
        {share === null ? (
          <Button onPress={() => nesting.start({ seconds, seed, shape: 'true' })}>
            <Puzzle size={16} />
            {say` Nest`}
          </Button>
        ) : (
          <QuietButton onPress={nesting.stop}>
            <Square size={14} />
            {say` Stop`}
          </QuietButton>
        )}
      </Row>
      {share === null ? (
        <>
          <Muted
            style={{ marginTop: 6 }}
          >{say`By true outlines, openings filled too. It gets better with time and can be stopped with what it has; another variant begins otherwise and may end better.`}</Muted>
          <Pairs style={{ margin: '10px 0' }}>
            <NumberEntry
              label={say`Time`}
              suffix="s"
              value={seconds}
              min={1}
              max={600}
              onCommit={setSeconds}
            />
            <NumberEntry label={say`Variant`} value={seed} min={0} max={999999} whole onCommit={setSeed} />
          </Pairs>
        </>
      ) : (
        <div style={{ marginTop: 10 }}>
          <Progress label={best ? used(best) : say`Looking for a first answer`} share={share} />
        </div>
      )}
    </Section>
  )
}
