import { isGivenByAProgram, isNumberedLayer } from '../../document/given-names'
import { roleInName } from '../../document/role-words'

/** Escapes of characters that an id may not hold, as some programs write them: `_x5F_` for an underscore. */
const unescapeId = (id: string): string =>
  id.replace(/_x([0-9a-f]{2,4})_/gi, (_, hex: string) => String.fromCharCode(Number.parseInt(hex, 16)))

/**
 * The name that a person gave an element, from its label or id; null where a program numbered it.
 * Control characters are dropped and the length is capped, since names come from strangers.
 */
export function humanName(attributes: Record<string, string>): string | null {
  const name = nameIn(attributes)
  return isGivenByAProgram(name) ? null : name
}

/** The name of a group as a layer: given by a person, or the number of a layer. */
export function layerName(attributes: Record<string, string>): string | null {
  const name = nameIn(attributes)
  return isGivenByAProgram(name) && !isNumberedLayer(name) ? null : name
}

function nameIn(attributes: Record<string, string>): string {
  const label = Object.keys(attributes).find(
    (name) => name === 'label' || name.endsWith(':label') || name === 'data-name',
  )
  const raw = (label ? attributes[label] : undefined) ?? unescapeId(attributes.id ?? '')
  return raw!
    .replace(/\p{Cc}/gu, ' ')
    .replace(/[\s_]+/g, ' ')
    .trim()
    .slice(0, 120)
}

/** Classes that speak of a role, as `fold` and `cut-line` do; others only carry style. */
export const speakingClasses = (attributes: Record<string, string>): string[] =>
  (attributes.class ?? '')
    .split(/\s+/)
    .slice(0, 20)
    .map((name) => name.slice(0, 120))
    .filter((name) => name !== '' && roleInName(name))
