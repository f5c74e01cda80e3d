'use client'
import { type PrintSettings, USUAL_PRINT } from '@/core/document/print'
import { marginOfSheet } from '@/core/sheets/usable-area'
import { formatLength } from '@/core/units/length'
import { say } from '@/core/words'
import { Check } from '@/kit/check'
import { LengthField } from '@/kit/field'
import { Select } from '@/kit/select'
import { Muted, Pairs, Section } from '@/kit/surface'
import { useProject, useWorkbench } from '../../store/context'
import { changeLayout } from './layout-edits'

const MARKS = [
  { value: '4', title: say`in four corners` },
  { value: '3', title: say`in three corners` },
  { value: '0', title: say`none` },
] as const

/** Whether sheets are printed before they are cut, with register marks and bleed. */
export function PrintPanel() {
  const workbench = useWorkbench()
  const layout = useProject((s) => s.project.layout)
  const print = useProject((s) => s.project.print)
  const unit = useProject((s) => s.project.unit)
  const set = (label: string, next: PrintSettings | null) =>
    changeLayout(workbench, label, (draft) => {
      draft.print = next
    })
  const marks = print?.marks ?? null
  const margin = marginOfSheet({ layout, print })
  const setMarks = (label: string, some: Partial<NonNullable<PrintSettings['marks']>>) =>
    print && marks && set(label, { ...print, marks: { ...marks, ...some } })
  const hidden = print && marks && marks.inset - marks.size / 2 < print.border
  return (
    <Section data-testid="print">
      <h2>{say`Print, then cut`}</h2>
      <Check
        isSelected={print !== null}
        onChange={(on) =>
          on ? set(say`Print before cutting`, USUAL_PRINT) : set(say`Cut without printing`, null)
        }
      >{say`Sheets are printed first`}</Check>
      {print ? (
        <>
          <Pairs style={{ margin: '8px 0' }}>
            <Select
              label={say`Register marks`}
              value={String(marks?.corners ?? 0) as '0' | '3' | '4'}
              choices={MARKS}
              onChange={(corners) =>
                set(say`Change the register marks`, {
                  ...print,
                  marks:
                    corners === '0'
                      ? null
                      : { ...(marks ?? USUAL_PRINT.marks!), corners: corners === '3' ? 3 : 4 },
                })
              }
            />
            <LengthField
              label={say`Bleed`}
              mm={print.bleed}
              unit={unit}
              max={20}
              onCommit={(bleed) => set(say`Change the bleed`, { ...print, bleed })}
            />
            <LengthField
              label={say`Kept clear inside`}
              mm={print.safe}
              unit={unit}
              max={20}
              onCommit={(safe) => set(say`Change the safe margin`, { ...print, safe })}
            />
            {marks ? (
              <>
                <LengthField
                  label={say`Mark size`}
                  mm={marks.size}
                  unit={unit}
                  min={3}
                  max={20}
                  onCommit={(size) => setMarks(say`Change the register marks`, { size })}
                />
                <LengthField
                  label={say`Mark line`}
                  mm={marks.weight}
                  unit={unit}
                  min={0.3}
                  max={3}
                  onCommit={(weight) => setMarks(say`Change the register marks`, { weight })}
                />
                <LengthField
                  label={say`Marks from the edge`}
                  mm={marks.inset}
                  unit={unit}
                  min={4}
                  max={60}
                  onCommit={(inset) => setMarks(say`Move the register marks`, { inset })}
                />
              </>
            ) : null}
            <LengthField
              label={say`Printer leaves bare`}
              mm={print.border}
              unit={unit}
              max={40}
              onCommit={(border) => set(say`Change the printer’s border`, { ...print, border })}
            />
          </Pairs>
          <Check
            isSelected={print.lines}
            onChange={(lines) =>
              set(lines ? say`Print cut and score lines` : say`Print no cut and score lines`, {
                ...print,
                lines,
              })
            }
          >{say`Print cut and score lines too`}</Check>
          <Check
            isSelected={print.bothSides ?? false}
            onChange={(bothSides) =>
              set(bothSides ? say`Print the backs too` : say`Leave the backs blank`, { ...print, bothSides })
            }
          >{say`Print the backs too`}</Check>
          <Check
            isSelected={print.numbers ?? false}
            onChange={(numbers) =>
              set(numbers ? say`Print numbers on the backs` : say`Leave the numbers out`, {
                ...print,
                numbers,
              })
            }
          >
            {say`Number the parts on their backs`}
            <Muted>{say`As the booklet numbers them, so that small parts are not mixed up.`}</Muted>
          </Check>
          {hidden ? (
            <p
              role="alert"
              style={{ color: 'var(--alarm)', fontSize: 13.5 }}
            >{say`The printer cannot reach the marks: move them further in, or lessen its border.`}</p>
          ) : (
            <Muted>{say`Art, print lines and fills are printed; save the print PDF in the station Run. Pieces keep ${formatLength(margin, unit)} ${unit} from the sheet’s edge, so that their bleed is printed.${print.bothSides || print.numbers ? say` Backs are a second page: turn the sheet over from left to right.` : ''}`}</Muted>
          )}
        </>
      ) : null}
    </Section>
  )
}
