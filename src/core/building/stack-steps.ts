import type { FoldPanel, Posed } from '../folding'
import { type Flat, flatsOf, wound } from '../folding/model'
import type { Rigid } from '../folding/rigid'
import { USUAL_CAMERA } from '../folding/still'
import type { Region } from '../geometry/regions'
import type { Stacked } from '../stacking'
import { posedStack } from '../stacking/posed'
import { lengthWords, type Unit } from '../units/length'
import { allOf, count, say } from '../words'
import type { StepScene } from './picture'
import type { Step } from './step'

/** The layer that is being laid is held off by so much of the picture's size. */
const HELD_OFF = 0.4

/**
 * The steps of a stack, from the back forward: each layer turned over, its spacers on its back, laid with the corners
 * at the bottom first (common practice); with what each looks like.
 */
export function stackSteps({ layers, size }: Stacked, unit: Unit = 'mm'): { step: Step; scene: StepScene }[] {
  return layers.slice(1).map((layer, i) => {
    const behind = layers[i]!
    const strips = layer.pads.filter((p) => p.kind === 'strip').length
    const dots = layer.pads.length - strips
    const pads = [strips > 0 ? count(strips, 'strip') : '', dots > 0 ? count(dots, 'dot') : ''].filter(
      Boolean,
    )
    const heights = [...new Set(layer.pads.map((p) => Math.round(p.height * 10) / 10))].sort((a, b) => a - b)
    const high = allOf(heights.map((h) => lengthWords(h, unit)))
    const says =
      pads.length > 0
        ? say`Put ${allOf(pads)} of ${high} on the back of “${layer.name}”, and lay it on “${behind.name}”, the corners at the bottom first.`
        : say`Lay “${layer.name}” on “${behind.name}”.`
    const lying = posedStack(layers.slice(0, i + 1))
    const [raised] = [posedStack([layer])]
    const off = HELD_OFF * Math.max(size.width, size.height)
    const places = layer.pads.flatMap((p) => panelsOf(p.region, behind.pieces[0]?.piece.id ?? behind.id))
    const top = behind.z + behind.caliper + 0.15
    const at = (z: number): Rigid => ({ r: [1, 0, 0, 0, 1, 0, 0, 0, 1], t: [0, 0, z] })
    const panels = [...lying.model.panels, ...places, ...raised!.model.panels]
    const posed: Posed = {
      model: { panels, hinges: [], glue: [], idle: [] },
      angles: [],
      pose: [
        ...lying.pose,
        ...places.map(() => at(top)),
        ...raised!.pose.map((p): Rigid => ({ r: p.r, t: [p.t[0], p.t[1], p.t[2] + off] })),
      ],
    }
    const first = lying.model.panels.length
    return {
      step: {
        id: `${layer.id}.layer`,
        kind: 'layer',
        pieces: [...layer.pieces, ...behind.pieces].map((s) => s.piece.id),
        glued: [],
        letter: null,
        says,
        hold: false,
        after: i > 0 ? [{ step: `${behind.id}.layer`, why: say`It lies on that.` }] : [],
      },
      scene: { posed, glued: new Set(places.map((_, k) => first + k)), camera: USUAL_CAMERA },
    }
  })
}

/** A region as one panel, its first ring round the others. */
function panelsOf(region: Region, piece: string): FoldPanel[] {
  const [outer, ...openings] = region.map(flatsOf) as [Flat[] | undefined, ...Flat[][]]
  if (!outer) return []
  return [
    {
      id: `${piece}.spacer`,
      piece,
      ring: wound(outer),
      openings: openings.map((o) => wound(o, true)),
      area: 0,
    },
  ]
}
