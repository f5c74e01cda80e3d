'use client'
import { LayoutGrid } from 'lucide-react'
import styled from 'styled-components'
import { type Layout, type Sheet, wasCut } from '@/core/document/layout'
import type { Piece } from '@/core/document/pieces'
import type { Project } from '@/core/document/project'
import { densityOf } from '@/core/sheets/check'
import { formatSize } from '@/core/units/length'
import { count, counted, say } from '@/core/words'
import { Button, QuietButton } from '@/kit/button'
import { LengthField } from '@/kit/field'
import { MenuButton } from '@/kit/menu'
import { type Choice, Select } from '@/kit/select'
import { Muted, Pairs, Row, Section, Tag } from '@/kit/surface'
import { Swatch } from '../../shelf/shelf'
import { useDerived, useProject, useWorkbench } from '../../store/context'
import { sheetsNotCut, sheetWasCut } from '../cut-sheets'
import { useFirstLaying } from '../first-laying'
import { RestOfSheet } from '../rest-of-sheet'
import { TroubleList } from '../trouble-list'
import { ChosenPlacement } from './chosen-placement'
import { addSheet, changeLayout, layByHand, layOut } from './layout-edits'
import { useLayoutShown, useNestingShown } from './nesting-frame'
import { NestingPanel } from './nesting-panel'
import { PrintPanel } from './print-panel'
import { RepeatPanel } from './repeat-panel'

const SheetLeaf = styled.button`
  display: grid;
  grid-template-columns: auto 1fr auto;
  gap: 2px 10px;
  align-items: center;
  width: 100%;
  border: 0;
  border-radius: var(--radius);
  padding: 9px 11px;
  background: var(--paper);
  text-align: left;
  cursor: pointer;
  box-shadow: var(--lift);
  margin-bottom: 8px;
  &[aria-pressed='true'] {
    box-shadow: 0 0 0 2.5px var(--plum);
  }
`
type Measure = {
  label: string
  /** what the edit is called */
  change: string
  least?: number
  most?: number
  of: (layout: Layout) => number
  set: (layout: Layout, mm: number) => void
}

/** What sheets are laid out by, in mm. */
const MEASURES: readonly Measure[] = [
  {
    label: say`Mat width`,
    change: say`Change the mat`,
    least: 20,
    of: (l) => l.mat.width,
    set: (l, v) => {
      l.mat.width = v
    },
  },
  {
    label: say`Mat height`,
    change: say`Change the mat`,
    least: 20,
    of: (l) => l.mat.height,
    set: (l, v) => {
      l.mat.height = v
    },
  },
  {
    label: say`Margin of the mat`,
    change: say`Change the margin`,
    most: 100,
    of: (l) => l.mat.margin,
    set: (l, v) => {
      l.mat.margin = v
    },
  },
  {
    label: say`Sheet lies, across`,
    change: say`Lay the sheet elsewhere`,
    of: (l) => l.sheetAt.x,
    set: (l, v) => {
      l.sheetAt.x = v
    },
  },
  {
    label: say`Sheet lies, down`,
    change: say`Lay the sheet elsewhere`,
    of: (l) => l.sheetAt.y,
    set: (l, v) => {
      l.sheetAt.y = v
    },
  },
  {
    label: say`Margin of a sheet`,
    change: say`Change the margin`,
    most: 100,
    of: (l) => l.sheetMargin,
    set: (l, v) => {
      l.sheetMargin = v
    },
  },
  {
    label: say`Between pieces`,
    change: say`Change the spacing`,
    most: 100,
    of: (l) => l.spacing,
    set: (l, v) => {
      l.spacing = v
    },
  },
]

const meanDensity = (project: Project, sheets: readonly Sheet[]): number =>
  sheets.reduce((sum, s) => sum + densityOf(project, s), 0) / Math.max(1, sheets.length)

const FROM: readonly Choice<'first' | 'never'>[] = [
  { value: 'first', title: say`leftovers, then fresh sheets` },
  { value: 'never', title: say`fresh sheets only` },
]
const titleOf = (from: 'first' | 'never') => FROM.find((f) => f.value === from)!.title

/** The one kind of piece that is chosen, or that lies on a sheet where nothing is; null where there are several. */
function onlyPiece({ pieces }: Project, { placements }: Sheet, chosen: readonly string[]): Piece | null {
  const asked = chosen.length > 0 ? placements.filter((p) => chosen.includes(p.id)) : placements
  const [id, ...others] = new Set(asked.map((p) => p.piece))
  return id && others.length === 0 ? (pieces[id] ?? null) : null
}

/** Whether the sheet that is looked at was cut, what is left of it, and a way back. */
function CutOrNot({ sheet, cut }: { sheet: Sheet; cut: readonly Sheet[] }) {
  const workbench = useWorkbench()
  return (
    <>
      <RestOfSheet sheet={sheet} />
      <Row style={{ marginTop: 8 }}>
        {wasCut(sheet) ? (
          <QuietButton
            onPress={() => void sheetsNotCut(workbench, [sheet.id])}
          >{say`It was not cut`}</QuietButton>
        ) : (
          <QuietButton
            onPress={() => void sheetWasCut(workbench, sheet, 'by-hand')}
          >{say`It was cut`}</QuietButton>
        )}
        {cut.length > 1 ? (
          <QuietButton
            onPress={() =>
              void sheetsNotCut(
                workbench,
                cut.map((s) => s.id),
              )
            }
          >{say`None was cut`}</QuietButton>
        ) : null}
      </Row>
      {cut.length > 0 ? (
        <Muted>{say`Sheets that were cut stay as they are when the rest is laid out anew.`}</Muted>
      ) : null}
    </>
  )
}

/** The mat, the sheets on it, and what does not fit. */
export function Sheets() {
  const workbench = useWorkbench()
  const nesting = useNestingShown()
  const { sheet: shown } = useLayoutShown()
  const sheetId = shown?.id ?? null
  const chosen = useProject((s) => s.chosenPlacements)
  const project = useProject((s) => s.project)
  const papers = useProject((s) => s.papers)
  const { layout, unit } = project
  const troubles = useProject((s) => s.troubles)
  useFirstLaying()
  const densities = useDerived((p) => p.layout.sheets.map((s) => densityOf(p, s)))
  const sheet = layout.sheets.find((s) => s.id === sheetId)
  const here = chosen.filter((id) => sheet?.placements.some((p) => p.id === id))
  const cut = layout.sheets.filter(wasCut)
  const only = sheet && !wasCut(sheet) ? onlyPiece(project, sheet, here) : null
  const hasLeftovers = papers.some((p) => p.leftovers?.length)
  return (
    <>
      <Section>
        <Row style={{ justifyContent: 'space-between', marginBottom: 10 }}>
          <h2>{count(layout.sheets.length, 'sheet')}</h2>
          <Button onPress={() => void layOut(workbench)}>
            <LayoutGrid size={16} />
            {say` Lay out`}
          </Button>
        </Row>
        <TroubleList
          troubles={troubles.filter((t) => t.station === 'sheets')}
          {...(sheet && !wasCut(sheet)
            ? { onLay: (piece: string) => layByHand(workbench, sheet.id, piece) }
            : {})}
        />
        {layout.sheets.map((s, i) => {
          const paper = papers.find((p) => p.id === s.paper)
          return (
            <SheetLeaf
              key={s.id}
              aria-pressed={s.id === sheetId}
              onClick={() => workbench.lookAtSheet(s.id)}
              data-testid="sheet"
            >
              <Swatch style={{ background: paper?.colour }} />
              <b>{say`Sheet ${i + 1}`}</b>
              <span>{say`${counted(s.placements.length, 'piece')}, ${Math.round((densities[i] ?? 0) * 100)} % used`}</span>
              <Muted as="span" style={{ gridColumn: '2 / -1' }}>
                {wasCut(s) ? <Tag $tone="teal">{say`cut`}</Tag> : null}{' '}
                {paper?.name ?? say`paper that is gone`}, {formatSize(s, unit)}
              </Muted>
            </SheetLeaf>
          )
        })}
        {papers.length > 0 ? (
          <Row style={{ marginBottom: 8 }}>
            <MenuButton
              text={say`New sheet`}
              label={say`New sheet of a paper`}
              entries={papers.map(({ id, name }) => ({ id, title: name }))}
              onChoose={(id) => {
                const paper = papers.find((p) => p.id === id)
                if (paper) void addSheet(workbench, paper).then(workbench.lookAtSheet)
              }}
            />
          </Row>
        ) : null}
        {hasLeftovers || layout.leftovers ? (
          <Select
            label={say`Paper from`}
            value={layout.leftovers ?? 'first'}
            choices={FROM}
            onChange={(from) =>
              void changeLayout(workbench, say`Take paper from ${titleOf(from)}`, (draft) => {
                draft.layout.leftovers = from
              })
            }
          />
        ) : null}
        {sheet ? <CutOrNot sheet={sheet} cut={cut} /> : null}
      </Section>
      {sheet && here.length > 0 ? <ChosenPlacement sheet={sheet} chosen={here} /> : null}
      {sheet && only ? <RepeatPanel sheet={sheet} piece={only} /> : null}
      {layout.sheets.length > 0 && here.length === 0 ? (
        <NestingPanel
          nesting={nesting}
          used={(best) =>
            best
              ? say`${counted(best.sheets.length, 'sheet')}, ${Math.round(100 * meanDensity(project, best.sheets))} % used`
              : ''
          }
        />
      ) : null}
      <PrintPanel />
      <Section>
        <h2>{say`Mat and margins`}</h2>
        <Pairs>
          {MEASURES.map(({ label, change, least = 0, most = 3000, of, set }) => (
            <LengthField
              key={label}
              label={label}
              mm={of(layout)}
              unit={unit}
              min={least}
              max={most}
              onCommit={(v) => changeLayout(workbench, change, (draft) => set(draft.layout, v))}
            />
          ))}
        </Pairs>
      </Section>
    </>
  )
}
