import type { Role } from './schema'

/**
 * Words for the roles in names of layers, groups, classes, inks and elements; English and the languages of neighbours
 * (common practice), and the processing steps of ISO 19593-1 (Structural: Cutting, Creasing, Perforating; Bleed,
 * Positions, Legend and so on). Plain beginnings of words; a trailing `*` lets the word go on.
 */
const WORDS: Readonly<Record<Role, string>> = {
  perforate:
    'perf perfs perforat* perfo perfor* tear tears tearline* tearoff* abriss* aufreiss* aufreiß* lochung lochlinie* pointill* prédécoup* predecoup* strappo troquelado_perforado scheurlijn* perfuração perforering* perforac* zip zipper partialcutting* dziurk*',
  score:
    'score scores scored scoreline* scoring creas* fold folds folded folding foldline* bend bends bending bendline* crimp* falz* falten faltlinie* rill* ril rillen ritz* nuten knick* pli plis plier pliage* pliure* rainage* rainer rainure* pliego* plieg* plega* dobl* hendid* hendido* piega* pieg* cordon* cordonat* vouw* vouwlijn* rillijn* vinco* vincar dobra* bigning* bigen bigade* zagięci* bigow* bigi ohyb* rylov* fals fals* veck* foldelinj* mountain valley berg bergfalt* tal talfalt* montagne vallée vallee monte valle halfcut* reversecreas* zlom* taite taitto* nuutta*',
  cut: 'cut cuts cutter cutting cutline* cutcontour* thrucut* throughcut* kisscut* diecut* dieline* knife knives blade contour* outline* perimeter trim trimline* kontur* schnitt* schneid* messer* stanz* umriss* coupe coupes couper coupé découp* decoup* contour_de_coupe corte cortes cortar troquel* contorno* taglio tagli tagliare fustella* sagoma* snij* snijd* snit* stans* uitsnij* skær* skjær* klipp* corte_externo recorte* ciecie cięcie ciąć wykroj* řez* rez* výsek* vysek* leikkaus* leikka* slit slits opening openings',
  pen: 'pen pens draw drawn drawing_lines sketch* stift* zeichn* stylo* dessin* dibuj* penna disegn* tekenen lápiz',
  print:
    'print* art artwork artworks druck* bedruck* impress* imprim* imprent* stampa* grafik graphic* graphics illustration* foil varnish* lack* image* drukken bedrukking* tryk* tryck* nadruk* tisk* imagem ink inks',
  skip: 'background* backdrop* title* legend* note notes guide guides guideline* dimension* dims measure* measurement* info information instruction* watermark* hintergrund* titel* légende* legende* fond fondo* sfondo* achtergrond* grid grids raster bleed* anschnitt* beschnitt* positions annotation* safe safety safearea* template_info artboard* frame_guide reference ref construction* hilfslinie* maße masse bemaßung* bemassung* maß* cotes cotation* cote quote misure medidas acotación* mål* rozměr* wymiar* colophon comment* copyright registration* regmark* cropmark* crop_marks crops slug ignore hidden non_printing',
}

/** A word by itself; what joins words in file names (`_`, `-`, digits) parts them too. */
const LETTER = 'a-zà-öø-ÿāăąćčďđēĕęěğīĭłńňōőœřśşšťţūůűųźżž'
const pattern = (words: string): RegExp =>
  new RegExp(
    `(?<![${LETTER}])(${words
      .split(/\s+/)
      .map((w) => w.replace('*', `[${LETTER}]*`).replaceAll('_', '[ _-]?'))
      .join('|')})(?![${LETTER}])`,
    'i',
  )

const PATTERNS = (Object.entries(WORDS) as [Role, string][]).map(
  ([role, words]) => [role, pattern(words)] as const,
)

/** Pairs of words whose sum means one of them: what is cut half through is bent there. */
const JOINED: readonly (readonly [RegExp, Role])[] = [
  [/half[ _-]?cut|partial[ _-]?cut(?!ting)|demi[ _-]?coupe|ritzlinie/i, 'score'],
  [
    /(score|fold|crease|rill?)[ _-]?(line|layer|cut)?[ _-]?perf|perf\w*[ _-]?(score|fold|crease)/i,
    'perforate',
  ],
  [/(die|cut|knife|stanz|schneide?)[ _-]?lin(e|ie)n?/i, 'cut'],
  [/(fold|score|crease|bend|falt|falz|rill)[ _-]?lin(e|ie)n?/i, 'score'],
  [/cut[ _-]?outs?/i, 'cut'],
  [/print[ _-]?(and|&|\+|then)[ _-]?cut/i, 'cut'],
]

const known = new Map<string, { role: Role; word: string } | null>()

/** The role that a name speaks of, with the word that says so; null where it speaks of none or of several. */
export function roleInName(name: string): { role: Role; word: string } | null {
  const asked = known.get(name)
  if (asked !== undefined) return asked
  // Words run together by capitals are words all the same: "FoldLines", "cutPath".
  const spaced = name.replace(/([a-zà-ÿ])([A-Z])/g, '$1 $2').replace(/[_\-.:/]+/g, ' ')
  const joined = JOINED.flatMap(([p, role]) => {
    const word = p.exec(spaced)?.[0]
    return word ? [{ role, word }] : []
  })
  const found = PATTERNS.flatMap(([role, p]) => {
    const word = p.exec(spaced)?.[1] ?? p.exec(name)?.[1]
    return word ? [{ role, word }] : []
  })
  const answer = found.length <= 1 ? (found[0] ?? joined[0] ?? null) : settle(found, joined)
  if (known.size > 5000) known.clear()
  known.set(name, answer)
  return answer
}

type Found = { role: Role; word: string }

/** Several roles in one name: a joined word settles it; "fold" beside "mountain" is one role already. */
function settle(found: readonly Found[], joined: readonly Found[]): Found | null {
  const only = new Set(joined.map((j) => j.role))
  return only.size === 1 &&
    found.every((f) => f.role === joined[0]!.role || joined.some((j) => j.word.includes(f.word)))
    ? joined[0]!
    : null
}
