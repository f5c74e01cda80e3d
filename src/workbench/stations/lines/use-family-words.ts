import { useMemo } from 'react'
import { filesOf } from '@/core/document/sources'
import { say } from '@/core/words'
import { useProject } from '../../store/context'
import { familyWords } from './look-words'

/** What each family of lines is called, by its key. */
export function useFamilyWords(): Map<string, string> {
  const families = useProject((s) => s.families)
  const sources = useProject((s) => s.project.sources)
  return useMemo(() => {
    const names = new Map(filesOf(sources).map((f) => [f.id, f.name]))
    return familyWords(families, (id) => names.get(id) ?? say`a making`)
  }, [families, sources])
}
