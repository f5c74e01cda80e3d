import type { Project } from '../document/project'

/**
 * Pieces that have no paper yet, by the fill that their outline is drawn with.
 * @returns for each fill (`#rrggbb`) the ids of its pieces; pieces without a fill are in none
 */
export function piecesByFill({ pieces, lines, looks }: Project): Map<string, string[]> {
  const byFill = new Map<string, string[]>()
  for (const { id, outline, paper } of Object.values(pieces)) {
    const fill = looks[lines[outline[0] ?? '']?.look ?? '']?.fill
    if (paper !== null || !fill || !/^#[0-9a-f]{6}$/i.test(fill)) continue
    const known = byFill.get(fill)
    if (known) known.push(id)
    else byFill.set(fill, [id])
  }
  return byFill
}
