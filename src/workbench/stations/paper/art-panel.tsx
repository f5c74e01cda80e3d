'use client'
import { ImagePlus, RotateCw, Trash2 } from 'lucide-react'
import styled from 'styled-components'
import { type ArtFit, type LaidArt, SIDES_OF_PAPER, type SideOfPaper, sizeOfArt } from '@/core/document/art'
import { dropUnusedArt } from '@/core/document/art-on-pieces'
import { makeEdit } from '@/core/document/edits'
import type { Piece } from '@/core/document/pieces'
import { isAboutArt, openFindings } from '@/core/inspection/open-findings'
import { shapeOfPiece } from '@/core/pieces/piece-shape'
import { formatSize } from '@/core/units/length'
import { counted, quoted, say } from '@/core/words'
import { IconButton } from '@/kit/button'
import { LengthField } from '@/kit/field'
import { FileButton } from '@/kit/file-button'
import { type Choice, Select } from '@/kit/select'
import { Leaf, Muted, Pairs, Row, Section } from '@/kit/surface'
import { Thumbnail } from '../../shelf/thumbnail'
import { api } from '../../store/api'
import { useProject, useWorkbench } from '../../store/context'
import { Noticed } from '../noticed'

const Side = styled(Leaf)`
  h3 {
    font-size: 14.5px;
    overflow: hidden;
    text-overflow: ellipsis;
  }
`
const ACCEPTED = '.png,.jpg,.jpeg,.svg'
const SIDE_NAMES: Record<SideOfPaper, string> = { front: say`front`, back: say`back` }
const FITS: readonly Choice<ArtFit>[] = [
  { value: 'fill', title: say`covers the piece` },
  { value: 'fit', title: say`all of it within` },
  { value: 'exact', title: say`this width` },
]

/** What is printed on the chosen pieces, on the front and on the back. */
export function ArtPanel() {
  const pieces = useProject((s) => s.project.pieces)
  const marked = useProject((s) => s.chosenPieces).flatMap((id) => pieces[id] ?? [])
  const all = Object.values(pieces)
  // What is all in one piece need not be chosen first.
  const chosen = marked.length > 0 || all.length > 1 ? marked : all
  const findings = useProject((s) => s.findings)
  const project = useProject((s) => s.project)
  const open = new Set(openFindings(project, findings))
  const noticed = findings.filter((f) => isAboutArt(f) && (open.has(f) || (f.severity === 'note' && f.fix)))
  const carrying = Object.values(pieces).filter((p) => p.art?.front || p.art?.back).length
  return (
    <Section data-testid="art-panel">
      <h2>{say`Art`}</h2>
      {chosen.length === 0 ? (
        <Muted>{say`Choose pieces on the shelf to print a picture on them.${carrying > 0 ? say` ${counted(carrying, 'piece carries', 'pieces carry')} art now.` : ''}`}</Muted>
      ) : (
        SIDES_OF_PAPER.map((side) => <OneSide key={side} side={side} chosen={chosen} />)
      )}
      {noticed.length > 0 ? (
        <ul style={{ marginTop: 12 }}>
          {noticed.map((f) => (
            <Noticed key={f.rule + f.message} finding={f} />
          ))}
        </ul>
      ) : null}
    </Section>
  )
}

function OneSide({ side, chosen }: { side: SideOfPaper; chosen: readonly Piece[] }) {
  const workbench = useWorkbench()
  const unit = useProject((s) => s.project.unit)
  const lines = useProject((s) => s.project.lines)
  const [first] = chosen
  const laid = first?.art?.[side]
  const art = useProject((s) => (laid ? s.project.art?.[laid.art] : undefined))
  const where = SIDE_NAMES[side]
  const what = chosen.length === 1 ? quoted(first?.name) : say`${chosen.length} pieces`
  const put = ([file]: readonly File[]) => {
    if (file)
      void workbench.ask((id, base) =>
        api.addArt(
          id,
          base,
          file,
          side,
          chosen.map((p) => p.id),
        ),
      )
  }
  /** Changes how art lies on all chosen pieces that carry it on this side. */
  const change = (label: string, set: (laid: LaidArt) => void) =>
    workbench.edit((project) =>
      makeEdit(project, `${label} ${what}`, (draft) => {
        for (const { id } of chosen) {
          const own = draft.pieces[id]?.art?.[side]
          if (own) set(own)
        }
      }),
    )
  const takeOff = () =>
    workbench.edit((project) =>
      makeEdit(project, say`Take the art off ${what}`, (draft) => {
        for (const { id } of chosen) delete draft.pieces[id]?.art?.[side]
        dropUnusedArt(draft)
      }),
    )
  const size = first && laid && art ? sizeOfArt(art, laid, shapeOfPiece({ lines }, first).box) : null
  return (
    <Side
      data-testid={`art-${side}`}
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault()
        put([...e.dataTransfer.files])
      }}
    >
      <Row style={{ justifyContent: 'space-between', flexWrap: 'nowrap' }}>
        {art && first ? <Thumbnail lines={lines} piece={first} colour={null} size={44} side={side} /> : null}
        <div style={{ minWidth: 0, flex: 1 }}>
          <h3>{art ? art.name : say`The ${where} is blank`}</h3>
          <Muted>{size ? say`on the ${where}, ${formatSize(size, unit)}` : say`of ${what}`}</Muted>
        </div>
        {laid ? (
          <Row style={{ gap: 0, flexWrap: 'nowrap' }}>
            <IconButton
              aria-label={say`Turn the art on the ${where}`}
              onPress={() =>
                change(say`Turn the art on`, (own) => {
                  own.turned = ((own.turned + 90) % 360) as LaidArt['turned']
                })
              }
            >
              <RotateCw size={16} />
            </IconButton>
            <IconButton aria-label={say`Take the art off the ${where}`} onPress={takeOff}>
              <Trash2 size={16} />
            </IconButton>
          </Row>
        ) : null}
      </Row>
      {laid && size ? (
        <Pairs style={{ marginTop: 8 }}>
          <Select
            label={say`Size of the art on the ${where}`}
            hideLabel
            value={laid.fit}
            choices={FITS}
            onChange={(fit) =>
              change(say`Size the art on`, (own) => {
                own.fit = fit
                own.width = size.width
              })
            }
          />
          <LengthField
            label={say`Width`}
            mm={size.width}
            unit={unit}
            min={0.1}
            max={3000}
            onCommit={(width) =>
              change(say`Size the art on`, (own) => {
                own.fit = 'exact'
                own.width = width
              })
            }
          />
          <LengthField
            label={say`Right of the middle`}
            mm={laid.right}
            unit={unit}
            min={-3000}
            max={3000}
            onCommit={(right) =>
              change(say`Move the art on`, (own) => {
                own.right = right
              })
            }
          />
          <LengthField
            label={say`Below the middle`}
            mm={laid.down}
            unit={unit}
            min={-3000}
            max={3000}
            onCommit={(down) =>
              change(say`Move the art on`, (own) => {
                own.down = down
              })
            }
          />
        </Pairs>
      ) : null}
      <Row style={{ marginTop: 9 }}>
        <FileButton label={say`Picture for the ${where}`} accept={ACCEPTED} onFiles={put}>
          <ImagePlus size={15} /> {laid ? say`Another picture` : say`Put a picture on the ${where}`}
        </FileButton>
      </Row>
    </Side>
  )
}
