'use client'
import { useProject } from '../../store/context'
import { ChosenLines } from './chosen-lines'
import { ChosenPieces } from './chosen-pieces'
import { Findings } from './findings'
import { Habits } from './habits'
import { Ledger } from './ledger'
import { Review } from './review'

/** What each line is for: the questions one by one or the ledger of families, the chosen lines, what was noticed. */
export function Lines() {
  const reviewing = useProject((s) => s.reviewing)
  if (reviewing) return <Review />
  return (
    <>
      <ChosenLines />
      <ChosenPieces />
      <Ledger />
      <Findings />
      <Habits />
    </>
  )
}
