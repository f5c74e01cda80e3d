import type { Arrangement } from '../arrangement'
import { isDotted } from './beat'
import type { Stretch } from './stretch'

/** What the lines of one look do, by length in mm. */
export type FamilyProfile = {
  length: number
  outline: number
  divides: number
  slit: number
  /** drawn in dots as close as holes */
  dotted: boolean
  dashed: boolean
  /** what its look says of it within the whole drawing */
  kind:
    | 'outline-look'
    | 'fold-look'
    | 'lesser-fold-look'
    | 'dotted-look'
    | 'only-look'
    | 'free-look'
    | 'other'
}

/**
 * Profiles every family: which look closes the pieces, and which runs only inside them from edge to edge. That
 * contrast tells cuts from folds whatever the colours are.
 */
export function profileFamilies(
  stretches: readonly Stretch[],
  { edges }: Arrangement,
): Map<string, FamilyProfile> {
  const families = new Map<string, FamilyProfile>()
  for (const { line, edge, place } of stretches) {
    const profile = families.get(line.family) ?? {
      length: 0,
      outline: 0,
      divides: 0,
      slit: 0,
      dotted: isDotted(line.look.dash),
      dashed: line.look.dash.length > 0,
      kind: 'other' as const,
    }
    families.set(line.family, profile)
    // What is drawn twice in one look counts once; a fold drawn over a panel's edge speaks for its own look.
    const twin = edge < 0 ? -1 : edges[edge]!.twin
    if (edge < 0 || (twin >= 0 && stretches[twin]!.line.family === line.family)) continue
    const { length } = edges[edge]!
    if (place.kind !== 'outside') profile.length += length
    if (place.kind === 'outline' || place.kind === 'divides' || place.kind === 'slit')
      profile[place.kind] += length
  }
  const all = [...families.values()]
  const outlines = all.reduce((sum, f) => sum + f.outline, 0)
  for (const f of all) if (f.outline > 0.15 * outlines && f.outline > 0.1 * f.length) f.kind = 'outline-look'
  const folds = all
    .filter((f) => f.kind === 'other' && f.divides > 0.5 * f.length && f.outline < 0.1 * f.length)
    // The main folds are not those drawn as holes.
    .sort((a, b) => Number(a.dotted) - Number(b.dotted) || b.divides - a.divides)
  folds.forEach((f, i) => {
    f.kind = i > 0 ? 'lesser-fold-look' : f.dotted ? 'dotted-look' : 'fold-look'
  })
  for (const f of all)
    if (f.kind === 'other' && !f.dashed && f.slit > 0.9 * f.length && f.length > 0) f.kind = 'free-look'
  // Beside perforations alone, folds may be drawn as the outlines are.
  if (folds.every((f) => f.dotted)) for (const f of all) if (f.kind === 'outline-look') f.kind = 'only-look'
  return families
}
