'use client'
import { makeEdit } from '@/core/document/edits'
import { roomIn, slackIn, TARGETS, type Target } from '@/core/document/targets'
import { fitPieces, sizeOfAll } from '@/core/making/fit-target'
import { CannotMake } from '@/core/making/recipe'
import { formatLength, lengthWords } from '@/core/units/length'
import { say } from '@/core/words'
import { LengthField } from '@/kit/field'
import { MenuButton } from '@/kit/menu'
import { Muted, Pairs } from '@/kit/surface'
import { useProject, useWorkbench } from '../../store/context'

/** What the chosen pieces must fit: a target to size them to, its clearance, and what is left over both ways. */
export function FitTarget({ ids }: { ids: readonly string[] }) {
  const workbench = useWorkbench()
  const project = useProject((s) => s.project)
  const { unit } = project
  const target = project.pieces[ids[0]!]?.target
  const size = sizeOfAll(project, ids)
  const [short, long] = target ? roomIn({ ...target, clearance: 0 }) : [0, 0]
  const fitTo = (to: Target) => {
    try {
      fitPieces(workbench.store.getState().project, ids, to)
    } catch (error) {
      if (error instanceof CannotMake) return workbench.notify({ message: error.message, tone: 'calm' })
      throw error
    }
    void workbench.edit((p) => fitPieces(p, ids, to))
  }
  return (
    <>
      <MenuButton
        text={say`Fit to`}
        label={say`Fit to a target`}
        entries={[
          ...TARGETS.map(({ name, width, height }) => ({
            id: name,
            title: `${name}, ${formatLength(width, unit)} × ${formatLength(height, unit)}`,
          })),
          ...(target ? [{ id: '', title: say`Forget the target` }] : []),
        ]}
        onChoose={(name) => {
          const to = TARGETS.find((t) => t.name === name)
          if (to) fitTo(to)
          else
            void workbench.edit((p) =>
              makeEdit(p, say`Forget the target`, ({ pieces }) => {
                for (const id of ids) delete pieces[id]?.target
              }),
            )
        }}
      />
      {target && size ? (
        <div style={{ flex: '1 0 100%', order: 9 }} data-testid="target">
          <Muted>{tellSlack(target, size, unit)}</Muted>
          <Pairs>
            <LengthField
              label={say`Inside, shorter side`}
              mm={short}
              unit={unit}
              min={1}
              max={3000}
              onCommit={(mm) => fitTo(ownOf(target, mm, long))}
            />
            <LengthField
              label={say`Inside, longer side`}
              mm={long}
              unit={unit}
              min={1}
              max={3000}
              onCommit={(mm) => fitTo(ownOf(target, short, mm))}
            />
            <LengthField
              label={say`Clearance in all`}
              mm={target.clearance}
              unit={unit}
              min={0}
              max={Math.max(0, short - 1)}
              onCommit={(clearance) => fitTo({ ...target, clearance })}
            />
          </Pairs>
        </div>
      ) : null}
    </>
  )
}

/** A target of one's own sizes; its clearance stays, as far as there is room for it. */
const ownOf = ({ kind, clearance }: Target, a: number, b: number): Target => ({
  name: say`Own size`,
  kind,
  width: Math.min(a, b),
  height: Math.max(a, b),
  clearance: Math.min(clearance, Math.max(0, Math.min(a, b) - 1)),
})

/** “Envelope C6 takes it with 6 × 58 mm to spare.” */
function tellSlack(target: Target, size: { width: number; height: number }, unit: 'mm' | 'in'): string {
  const spare = slackIn({ ...target, clearance: 0 }, size)
  const [short, long] = spare
  if (short < -0.01 || long < -0.01)
    return say`${target.name} is too small for it by ${lengthWords(Math.max(-short, -long), unit)}.`
  return say`${target.name} takes it with ${formatLength(short, unit)} × ${lengthWords(long, unit)} to spare.`
}
