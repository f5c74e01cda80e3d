'use client'
import { useState } from 'react'
import type { Trouble } from '@/core/sheets/troubles'
import { say } from '@/core/words'
import { Check } from '@/kit/check'
import { useProject } from '../../store/context'
import { TroubleList } from '../trouble-list'

export type Before = {
  /** what is wrong with this sheet and with all of them */
  troubles: readonly Trouble[]
  /** whether what would spoil paper is passed knowingly */
  isPassed: boolean
  pass: (on: boolean) => void
  /** whether it is known to spoil paper, unless it is passed */
  isWrong: boolean
  maySend: boolean
  maySendAll: boolean
}

/** What stands in the way of sending a sheet, or all of them. What was passed knowingly is asked again when it changes. */
export function useBeforeSending(sheet: string | null): Before {
  const troubles = useProject((s) => s.troubles)
  const isInspected = useProject((s) => s.isInspected)
  const [passed, setPassed] = useState('')
  const errors = troubles.filter((t) => t.severity === 'error')
  const key = errors.map((t) => t.message).join('\n')
  const isPassed = key !== '' && passed === key
  const isWrong = errors.some((t) => t.sheet === sheet)
  return {
    troubles: troubles.filter((t) => t.sheet === sheet || t.sheet === null),
    isPassed,
    pass: (on) => setPassed(on ? key : ''),
    isWrong,
    maySend: isInspected && (isPassed || !isWrong),
    maySendAll: isInspected && (isPassed || errors.length === 0),
  }
}

/** One list of what is wrong before a sheet is sent. */
export function BeforeSending({ before: { troubles, isPassed, pass, isWrong } }: { before: Before }) {
  return (
    <>
      <TroubleList troubles={troubles} />
      {isPassed || isWrong ? (
        <div style={{ marginBottom: 10 }}>
          <Check isSelected={isPassed} onChange={pass}>{say`Cut it all the same`}</Check>
        </div>
      ) : null}
    </>
  )
}
