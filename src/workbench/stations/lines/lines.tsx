'use client'
import { ChosenLines } from './chosen-lines'
import { Findings } from './findings'
import { Ledger } from './ledger'

/** What each line is for: the ledger of families, the chosen lines, and what was noticed. */
export function Lines() {
  return (
    <>
      <ChosenLines />
      <Ledger />
      <Findings />
    </>
  )
}
