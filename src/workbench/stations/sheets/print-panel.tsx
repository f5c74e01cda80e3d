'use client'
import { type PrintSettings, USUAL_PRINT } from '@/core/document/print'
import { marginOfSheet } from '@/core/sheets/usable-area'
import { formatLength } from '@/core/units/length'
import { Check } from '@/kit/check'
import { LengthField } from '@/kit/field'
import { Select } from '@/kit/select'
import { Muted, Pairs, Section } from '@/kit/surface'
import { useProject, useWorkbench } from '../../store/context'
import { changeLayout } from './layout-edits'

const MARKS = [
  { value: '4', title: 'in four corners' },
  { value: '3', title: 'in three corners' },
  { value: '0', title: 'none' },
] as const

/** Whether sheets are printed before they are cut, with register marks and bleed. */
export function PrintPanel() {
  const workbench = useWorkbench()
  const layout = useProject((s) => s.project.layout)
  const print = useProject((s) => s.project.print)
  const unit = useProject((s) => s.project.unit)
  const set = (label: string, next: PrintSettings | null) =>
    void changeLayout(workbench, label, (draft) => {
      draft.print = next
    })
  const marks = print?.marks ?? null
  const margin = marginOfSheet({ layout, print })
  const setMarks = (label: string, some: Partial<NonNullable<PrintSettings['marks']>>) =>
    print && marks && set(label, { ...print, marks: { ...marks, ...some } })
  const hidden = print && marks && marks.inset - marks.size / 2 < print.border
  return (
    <Section data-testid="print">
      <h2>Print, then cut</h2>
      <Check
        isSelected={print !== null}
        onChange={(on) => (on ? set('Print before cutting', USUAL_PRINT) : set('Cut without printing', null))}
      >
        Sheets are printed first
      </Check>
      {print ? (
        <>
          <Pairs style={{ margin: '8px 0' }}>
            <Select
              label="Register marks"
              value={String(marks?.corners ?? 0) as '0' | '3' | '4'}
              choices={MARKS}
              onChange={(corners) =>
                set('Change the register marks', {
                  ...print,
                  marks:
                    corners === '0'
                      ? null
                      : { ...(marks ?? USUAL_PRINT.marks!), corners: corners === '3' ? 3 : 4 },
                })
              }
            />
            <LengthField
              label="Bleed"
              mm={print.bleed}
              unit={unit}
              max={20}
              onCommit={(bleed) => set('Change the bleed', { ...print, bleed })}
            />
            <LengthField
              label="Kept clear inside"
              mm={print.safe}
              unit={unit}
              max={20}
              onCommit={(safe) => set('Change the safe margin', { ...print, safe })}
            />
            {marks ? (
              <>
                <LengthField
                  label="Mark size"
                  mm={marks.size}
                  unit={unit}
                  min={3}
                  max={20}
                  onCommit={(size) => setMarks('Change the register marks', { size })}
                />
                <LengthField
                  label="Mark line"
                  mm={marks.weight}
                  unit={unit}
                  min={0.3}
                  max={3}
                  onCommit={(weight) => setMarks('Change the register marks', { weight })}
                />
                <LengthField
                  label="Marks from the edge"
                  mm={marks.inset}
                  unit={unit}
                  min={4}
                  max={60}
                  onCommit={(inset) => setMarks('Move the register marks', { inset })}
                />
              </>
            ) : null}
            <LengthField
              label="Printer leaves bare"
              mm={print.border}
              unit={unit}
              max={40}
              onCommit={(border) => set('Change the printer’s border', { ...print, border })}
            />
          </Pairs>
          <Check
            isSelected={print.lines}
            onChange={(lines) =>
              set(lines ? 'Print cut and score lines' : 'Print no cut and score lines', { ...print, lines })
            }
          >
            Print cut and score lines too
          </Check>
          <Check
            isSelected={print.bothSides ?? false}
            onChange={(bothSides) =>
              set(bothSides ? 'Print the backs too' : 'Leave the backs blank', { ...print, bothSides })
            }
          >
            Print the backs too
          </Check>
          {hidden ? (
            <p role="alert" style={{ color: 'var(--alarm)', fontSize: 13.5 }}>
              The printer cannot reach the marks: move them further in, or lessen its border.
            </p>
          ) : (
            <Muted>
              Art, print lines and fills are printed; save the print PDF in the station Run. Pieces keep{' '}
              {formatLength(margin, unit)} {unit} from the sheet’s edge, so that their bleed is printed.
              {print.bothSides ? ' Backs are a second page: turn the sheet over from left to right.' : ''}
            </Muted>
          )}
        </>
      ) : null}
    </Section>
  )
}
