'use client'
import { makingsOf } from '@/core/document/sources'
import { isLetGo } from '@/core/making/let-go'
import { useProject } from '../../store/context'
import { ChangePieces } from './change-pieces'
import { DraftLeaf } from './draft-leaf'
import { MakingLeaf } from './making-leaf'
import { RecipeList } from './recipe-list'
import { useDesk } from './shape-frame'

/** What is being made, what can be made of nothing and of the chosen pieces, and all that was made, with its measures. */
export function Shape() {
  const { draft } = useDesk()
  const makings = makingsOf(useProject((s) => s.project.sources)).filter((m) => !isLetGo(m))
  if (draft) return <DraftLeaf />
  return (
    <>
      <ChangePieces />
      {makings.map((making) => (
        <MakingLeaf key={making.id} making={making} />
      ))}
      <RecipeList />
    </>
  )
}
