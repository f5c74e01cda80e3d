'use client'
import { say } from '@/core/words'
import { QuietButton } from '@/kit/button'
import { Notice } from '@/kit/notice'
import { Progress } from '@/kit/progress'
import { Row } from '@/kit/surface'
import type { Importing } from './use-import'

/** How far a file is on its way in, and what was wrong with the last one. */
export function ImportProgress({ importing }: { importing: Importing }) {
  const { state, problem, stop, dismiss } = importing
  return (
    <>
      {state ? (
        <div style={{ marginTop: 14 }}>
          <Progress label={`${state.doing}: ${state.file}`} share={state.share} />
          <Row style={{ marginTop: 8 }}>
            <QuietButton onPress={stop}>{say`Stop`}</QuietButton>
          </Row>
        </div>
      ) : null}
      {problem ? <Notice tone="alarm" message={problem} onClose={dismiss} /> : null}
    </>
  )
}
