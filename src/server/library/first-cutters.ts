import { type CutterFields, PLAIN_CUTTER } from '../../core/document/cutter'

/** The cutters that a new library begins with: kinds of machines, with figures of common practice. */
export const FIRST_CUTTERS: readonly CutterFields[] = [
  PLAIN_CUTTER,
  {
    ...PLAIN_CUTTER,
    name: 'One-blade cutter, A4',
    mat: { width: 216, height: 305, margin: 6 },
    tip: false,
    travelSpeed: 120,
    acceleration: 1200,
    cornerSpeed: 12,
    bladeOffset: 0.25,
    language: 'hpgl',
  },
  {
    ...PLAIN_CUTTER,
    name: 'Wide cutter, two holders',
    mat: { width: 610, height: 914, margin: 10 },
    holders: 2,
    travelSpeed: 400,
    acceleration: 4000,
    cornerSpeed: 40,
    language: 'hpgl',
  },
]
