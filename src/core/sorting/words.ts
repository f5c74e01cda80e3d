import type { Role } from '../document/schema'

/** Words for the roles in names of layers, groups and elements; English and the languages of neighbours (common practice). */
const WORDS: readonly (readonly [Role, RegExp])[] = [
  ['perforate', /\b(perf|perforat\w*|perfo\w*|tear|abriss\w*|perforaci\w*|perforer\w*)\b/i],
  [
    'score',
    /\b(scores?|scoring|creas\w*|folds?|folding|fold ?lines?|bends?|falz\w*|rill\w*|ril|pli\w*|rainage|rainer|pliego\w*|plegado|dobl\w*|piega\w*|cordon\w*|vouw\w*|mountain|valley)\b/i,
  ],
  [
    'cut',
    /\b(cuts?|cutting|cut ?lines?|die ?cut\w*|die ?lines?|knife|schnitt\w*|schneid\w*|stanz\w*|coupe\w*|découp\w*|corte\w*|taglio|snij\w*)\b/i,
  ],
  ['pen', /\b(pens?|draw|drawn|sketch\w*|stift\w*|zeichn\w*|stylo|dessin\w*|dibuj\w*|penna)\b/i],
  ['print', /\b(print\w*|art|artwork|druck\w*|impress\w*|imprim\w*|stampa|foil)\b/i],
  [
    'skip',
    /\b(background|backdrop|title\w*|legend\w*|notes?|guides?|dimension\w*|measure\w*|info|instructions?|watermark|hintergrund|titel|légende|fond|fondo|grid)\b/i,
  ],
]

/** The role that a name speaks of, with the word that says so; null where it speaks of none or of several. */
export function roleInName(name: string): { role: Role; word: string } | null {
  const found = WORDS.flatMap(([role, pattern]) => {
    const word = pattern.exec(name)?.[0]
    return word ? [{ role, word }] : []
  })
  return found.length === 1 ? found[0]! : null
}
