import { multiply, rotation, translation } from '../../geometry/affine'
import { areaOf, boundsOf, uniteBoxes } from '../../geometry/measure'
import { type Contour, transformContour } from '../../geometry/path'
import { combine, uniteOutlines } from '../../outlines/combine'
import { counted, say } from '../../words'
import { chosenEdge, EDGE, type Edge, edgesOf } from '../edges'
import { grown, tenths } from '../offset-measures'
import { CannotMake, numberIn, type Recipe } from '../recipe'
import { asCuts, coverOf, innerLines, openingsOf, outlinesIn, paperOf } from '../taken'

/** How far what is joined reaches into the piece at least, mm: a motif that only touches an edge falls off. */
const ROOT = 0.3
/** What stays between a punched part and the edge, mm: less tears (common practice, 1/16 in). */
const WEB = 1.6
/** Openings smaller than this are pinholes between touching parts, mm²; they are closed. */
const PINHOLE = 0.5

/** A motif repeated along an edge a whole number of times: joined outside, punched inside, or half and half. */
export const edgeStrip: Recipe = {
  name: 'edge-strip',
  title: say`Edge strip`,
  says: say`the second piece repeated along an edge of the first`,
  takes: { least: 2, most: 2 },
  measures: [
    { ...EDGE, choices: [...EDGE.choices, { value: 'all', title: say`all edges` }] },
    {
      name: 'side',
      title: say`The motif lies`,
      kind: 'choice',
      usual: 'out',
      choices: [
        { value: 'out', title: say`outside, joined` },
        { value: 'in', title: say`inside, punched` },
        { value: 'half', title: say`half and half` },
      ],
    },
    { name: 'count', title: say`How many (0: as many as fit)`, kind: 'count', usual: 0, least: 0, most: 400 },
    { name: 'gap', title: say`Space between`, kind: 'length', usual: 0, least: -100, most: 500 },
  ],
  make([base, motif], measures) {
    const paper = paperOf(base!)
    const outline = paper[0]!
    const edges = measures.edge === 'all' ? edgesOf(outline) : [chosenEdge(outline, measures)]
    const box = motif!.box
    const [width, height] = [box.maxX - box.minX, box.maxY - box.minY]
    const gap = numberIn(measures, 'gap')
    if (width + gap < 1)
      throw new CannotMake(
        say`A motif of ${tenths(width)} mm cannot overlap by ${tenths(-gap)} mm. Lessen that.`,
      )
    const wanted = numberIn(measures, 'count')
    const placed = edges.flatMap((edge) => placesOn(edge, width, gap, wanted))
    if (placed.length === 0) {
      const longest = Math.max(...edges.map((e) => e.length))
      throw new CannotMake(
        say`The edge is ${tenths(longest)} mm long, and one motif is ${tenths(width)} mm wide. Make the motif smaller.`,
      )
    }
    const side = measures.side as 'out' | 'in' | 'half'
    const middle = (box.minX + box.maxX) / 2
    /** what of the motif lies on the edge: its foot, its head, or its middle */
    const foot = { out: box.maxY, in: box.minY, half: box.minY + height / 2 }[side]
    const maps = placed.map(({ edge, along, pitch }) => {
      const { at, out } = edge.at(along)
      const into =
        side === 'out' ? ROOT + sagitta(edge, along, Math.min(pitch, width)) : side === 'in' ? WEB : 0
      const turn = (Math.atan2(out.y, out.x) * 180) / Math.PI + 90
      return multiply(
        translation(at.x - into * out.x, at.y - into * out.y),
        multiply(rotation(turn), translation(-middle, -foot)),
      )
    })
    const copies = (of: readonly Contour[]) => maps.flatMap((m) => of.map((c) => transformContour(c, m)))
    const parts = openingsOf(motif!)
    const joined = side === 'in' ? paper : uniteOutlines(paper, copies(coverOf(motif!)))
    const punched = combine('union', copies(parts.length > 0 ? parts : side === 'out' ? [] : coverOf(motif!)))
    // The inner half of a motif stops short of the edge, or its outer half would hang on nothing; it is punched openings
    // and all, since what lies in them would fall out.
    const within = () => combine('intersection', copies(coverOf(motif!)), grown(paper, -WEB, 'sharp'))
    const held = side !== 'half' ? punched : parts.length > 0 ? uniteOutlines(punched, within()) : within()
    const made = combine(
      'difference',
      joined,
      side === 'in' ? combine('intersection', held, grown(paper, -WEB + 0.01, 'sharp')) : held,
    )
    const whole = made.filter((c) => areaOf(c) > 0 || Math.abs(areaOf(c)) >= PINHOLE)
    if (outlinesIn(whole) !== outlinesIn(paper))
      throw new CannotMake(
        say`The piece would fall into ${counted(outlinesIn(whole), 'part')}. Leave more space between, or make the motif smaller.`,
      )
    const size = uniteBoxes(whole.map(boundsOf))
    const pitch = placed[0]!.pitch
    return {
      lines: [...asCuts(whole), ...innerLines(base!, 'of-1')],
      figures: [
        say`${counted(placed.length, 'motif')}, one every ${tenths(pitch)} mm. The piece is ${tenths(size.maxX - size.minX)} x ${tenths(size.maxY - size.minY)} mm now.`,
        ...(pitch < width - 0.01 ? [say`Neighbours overlap by ${tenths(width - pitch)} mm.`] : []),
      ],
    }
  },
}

type Placed = { edge: Edge; along: number; pitch: number }

/** A whole number of places along an edge, centred on it; as many as fit where none is wanted. */
function placesOn(edge: Edge, width: number, gap: number, wanted: number): Placed[] {
  const { length, isRound } = edge
  const step = width + gap
  const fit = Math.floor((length + (isRound ? 0 : gap)) / step + 1e-6)
  const n = wanted || fit
  if (n < 1 || (!isRound && wanted > 0 && width > length)) return []
  // What is wanted is spread evenly: closer together where they are more than fit.
  const room = isRound ? length / n : n > 1 ? (length - width) / (n - 1) : length
  const pitch = isRound ? room : wanted && n > fit ? room : step
  const first = isRound ? 0 : (length - (n - 1) * pitch) / 2
  return Array.from({ length: n }, (_, k) => ({ edge, along: first + k * pitch, pitch }))
}

/** How far a round edge falls away beside a foot, mm: width² / 8R (plane geometry). */
function sagitta(edge: Edge, along: number, width: number): number {
  const [a, b] = [edge.at(along - width / 2), edge.at(along + width / 2)]
  const turn = Math.abs(
    Math.atan2(a.out.x * b.out.y - a.out.y * b.out.x, a.out.x * b.out.x + a.out.y * b.out.y),
  )
  return (width * turn) / 8
}
