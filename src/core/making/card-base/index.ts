import { writePath } from '../../geometry/path'
import type { Point } from '../../geometry/point'
import { say } from '../../words'
import { CannotMake, type MadeLine, numberIn, type Recipe } from '../recipe'
import { OUTLINES } from '../shape/outlines'

const score = (key: string, from: Point, to: Point, fold: 'valley' | 'mountain'): MadeLine => ({
  key,
  d: writePath({ start: from, segments: [{ to }], closed: false }),
  role: 'score',
  fold,
})

/** A card that folds: once, like a gate, or as an accordion; by its size when it is closed. */
export const cardBase: Recipe = {
  name: 'card-base',
  title: say`Card base`,
  says: say`a card that folds`,
  takes: { least: 0, most: 0 },
  measures: [
    { name: 'width', title: say`Width, closed`, kind: 'length', usual: 105, least: 10, most: 1500 },
    { name: 'height', title: say`Height, closed`, kind: 'length', usual: 148, least: 10, most: 1500 },
    {
      name: 'folds',
      title: say`How it folds`,
      kind: 'choice',
      usual: 'one',
      choices: [
        { value: 'one', title: say`once` },
        { value: 'gate', title: say`like a gate` },
        { value: 'accordion', title: say`as an accordion` },
      ],
    },
    {
      name: 'count',
      title: say`Panels of an accordion`,
      kind: 'count',
      usual: 4,
      least: 3,
      most: 20,
      when: { choice: 'folds', is: ['accordion'] },
    },
    {
      name: 'at',
      title: say`Folded at the`,
      kind: 'choice',
      usual: 'side',
      choices: [
        { value: 'side', title: say`side` },
        { value: 'top', title: say`top` },
      ],
    },
    { name: 'corner', title: say`Rounded corners`, kind: 'length', usual: 0, least: 0, most: 500 },
  ],
  handles(_, measures) {
    const [width, height] = [numberIn(measures, 'width'), numberIn(measures, 'height')]
    const isTop = measures.at === 'top'
    return [
      { measure: 'width', at: { x: width, y: height / 2 }, along: { x: 1, y: 0 }, by: 1 },
      {
        measure: 'height',
        at: { x: width / 2, y: isTop ? 2 * height : height },
        along: { x: 0, y: 1 },
        by: isTop ? 0.5 : 1,
      },
    ]
  },
  make(_, measures) {
    const [width, height, count, corner] = ['width', 'height', 'count', 'corner'].map((n) =>
      numberIn(measures, n),
    )
    const isTop = measures.at === 'top'
    // Along the way in which the panels follow one another, and across it.
    const [along, across] = isTop ? [height!, width!] : [width!, height!]
    const panels =
      measures.folds === 'one'
        ? [along, along]
        : measures.folds === 'gate'
          ? [along / 2, along, along / 2]
          : Array.from({ length: count! }, () => along)
    if (corner! > Math.min(across, panels[0]!) / 2)
      throw new CannotMake(
        say`Corners of ${corner} mm are rounder than half of the outer panel. Take ${Math.min(across, panels[0]!) / 2} mm at most.`,
      )
    const whole = panels.reduce((sum, p) => sum + p, 0)
    const size = isTop ? { width: across, height: whole } : { width: whole, height: across }
    const outline = corner! > 0 ? OUTLINES.rounded : OUTLINES.rectangle
    let at = 0
    const scores = panels.slice(0, -1).map((panel, i) => {
      at += panel
      const [from, to] = isTop
        ? [
            { x: 0, y: at },
            { x: across, y: at },
          ]
        : [
            { x: at, y: 0 },
            { x: at, y: across },
          ]
      const isBack = measures.folds === 'accordion' && i % 2 === 1
      return score(`score-${i + 1}`, from, to, isBack ? 'mountain' : 'valley')
    })
    return [
      { key: 'outline', d: outline({ ...size, corner: corner!, count: 0, depth: 0 }), role: 'cut' },
      ...scores,
    ]
  },
}
