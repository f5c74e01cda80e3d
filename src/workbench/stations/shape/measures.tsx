import type { Making, MeasureValue } from '@/core/document/sources'
import { isAsked, type Recipe } from '@/core/making/recipe'
import { Pairs } from '@/kit/surface'
import { MeasureField } from './measure-field'

type Props = {
  recipe: Recipe
  making: Making
  onSet: (name: string, value: MeasureValue) => void
}

/** All measures of a making that matter as its choices stand. */
export const Measures = ({ recipe, making: { measures }, onSet }: Props) => (
  <Pairs style={{ margin: '10px 0' }}>
    {recipe.measures
      .filter((measure) => isAsked(measure, measures))
      .map((measure) => (
        <MeasureField
          key={measure.name}
          measure={measure}
          value={measures[measure.name] ?? measure.usual}
          onSet={(value) => onSet(measure.name, value)}
        />
      ))}
  </Pairs>
)
