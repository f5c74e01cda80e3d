import type { Role } from './lines'

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

/** Words that speak only when they are the whole name: in a longer one they mean other things. */
const ALONE: readonly (readonly [Role, RegExp])[] = [
  ['cut', /^(die|dies|edges?|holes?|windows?|vents?|slots?)$/i],
  ['score', /^(dash(ed)?|crease|bend)$/i],
]

/** Languages that do not part words as ours do, or in other letters. */
const OTHER_SCRIPTS: readonly (readonly [Role, RegExp])[] = [
  ['perforate', /перфорац|ミシン目|齿线|齒線|打孔线/i],
  ['score', /бигов|сгиб|фальц|折り|谷折|山折|折线|折線|压痕|壓痕|压线/i],
  ['cut', /вырубк|высечк|(^|[^а-я])рез(ка|ки)?([^а-я]|$)|切り取|切取|カット|裁断|切割|模切|裁切|刀线/i],
  ['print', /печать|印刷/i],
  ['skip', /фон([^а-я]|$)|ガイド|参考|背景/i],
]

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
  if (found.length === 0 && joined.length === 0) {
    const other = [...ALONE, ...OTHER_SCRIPTS].flatMap(([role, p]) => {
      const word = p.exec(spaced.trim())?.[0]
      return word ? [{ role, word }] : []
    })
    if (other.length === 1) found.push(other[0]!)
  }
  const answer = settle(found, joined)
  if (known.size > 5000) known.clear()
  known.set(name, answer)
  return answer
}

type Found = { role: Role; word: string }

/** One word speaks for itself; of several a joined one settles it if the others are its parts. */
function settle(found: readonly Found[], joined: readonly Found[]): Found | null {
  const [first] = joined
  const parts = joined.map((j) => j.word.toLowerCase())
  if (
    first &&
    joined.every((j) => j.role === first.role) &&
    found.every((f) => f.role === first.role || parts.some((p) => p.includes(f.word.toLowerCase())))
  )
    return first
  return found.length === 1 ? found[0]! : null
}
