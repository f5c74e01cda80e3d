import { nanoid } from 'nanoid'
import { useState } from 'react'
import { type Edit, joinEdits, makeEdit } from '@/core/document/edits'
import type { Project } from '@/core/document/project'
import type { FileSource, Making } from '@/core/document/sources'
import type { SourceText } from '@/core/document/texts'
import { shapeOf } from '@/core/geometry/shape'
import { fontFor, letteringOf } from '@/core/making/lettering/from-text'
import { addMaking } from '@/core/making/make'
import { count, counted, quoted, say } from '@/core/words'
import { QuietButton } from '@/kit/button'
import { Muted, Row, Tag } from '@/kit/surface'
import { useProject, useWorkbench } from '../../store/context'

/** So many are listed one by one. */
const LISTED = 6

/** The words of a source, which are no lines: each can be lettered where it stands, and stays a text then. */
export function Texts({ source }: { source: FileSource }) {
  const workbench = useWorkbench()
  const fonts = useProject((s) => s.project.fonts)
  const [told, setTold] = useState<readonly string[]>([])
  const texts = source.texts ?? []
  if (texts.length === 0 && told.length === 0) return null

  /** Sets words up where they stand, printed, on the plane of their drawing; says what is otherwise than in the file. */
  const setUp = async (text: SourceText): Promise<{ making: Draft | null; says: string | null }> => {
    const { font, isSame } = fontFor(text.setting.font, Object.values(fonts ?? {}))
    const draft = (length: number): Draft => ({
      id: nanoid(10),
      plane: source.id,
      ...letteringOf(text, font, length),
    })
    const { lines, trouble } = await workbench.computer.preview(asMaking(draft(0)))
    if (trouble) return { making: null, says: `“${text.words}”: ${trouble}` }
    const turn = (text.setting.turn * Math.PI) / 180
    const along = lines.flatMap(({ d }) => {
      const { minX, minY, maxX, maxY } = shapeOf(d).box
      return [minX, maxX].flatMap((x) => [minY, maxY].map((y) => x * Math.cos(turn) + y * Math.sin(turn)))
    })
    const length = along.length > 0 ? Math.max(...along) - Math.min(...along) : 0
    const wanted = text.setting.font
      ? quoted(text.setting.font.split(',')[0]!.replace(/["']/g, ''))
      : say`a font that the file does not name`
    return {
      making: draft(length),
      says: isSame
        ? null
        : say`“${text.words}” was in ${wanted}, and is lettered in the nearest that is here. Change it in Shape.`,
    }
  }

  const letter = async (wanted: readonly SourceText[]) => {
    const made = await Promise.all(wanted.map(async (text) => ({ text, ...(await setUp(text)) })))
    setTold(made.flatMap(({ says }) => says ?? []))
    const done = made.filter((m) => m.making !== null)
    if (done.length === 0) return
    const label =
      done.length === 1 ? say`Letter “${done[0]!.text.words}”` : say`Letter ${counted(done.length, 'text')}`
    await workbench.edit((project): [Project, Edit] => {
      let [next, edit] = makeEdit(project, label, (draft) => {
        const from = draft.sources[source.id]
        if (from?.kind !== 'file') return
        const gone = new Set(done.map(({ text }) => JSON.stringify(text)))
        from.texts = (from.texts ?? []).filter((t) => !gone.has(JSON.stringify(t)))
      })
      for (const { making } of done) {
        const [after, adding] = addMaking(next, making!)
        next = after
        edit = joinEdits(edit, adding)
      }
      return [next, { ...edit, label }]
    })
  }

  return (
    <div style={{ marginTop: 14 }} data-testid="texts">
      {texts.length > 0 ? (
        <>
          <h3 style={{ fontSize: 14 }}>{count(texts.length, 'text')}</h3>
          <Muted>{say`Text is no line. Letter it, and it is printed where it stands; in Shape it can be changed.`}</Muted>
          {texts.slice(0, LISTED).map((text) => (
            <Row
              key={JSON.stringify(text)}
              style={{ flexWrap: 'nowrap', justifyContent: 'space-between', marginTop: 6 }}
            >
              <span
                style={{ overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap', fontSize: 14 }}
              >
                {text.words}
              </span>
              <QuietButton
                aria-label={say`Letter ${text.words}`}
                onPress={() => void letter([text])}
              >{say`Letter`}</QuietButton>
            </Row>
          ))}
          {texts.length > LISTED ? <Muted>{say`and ${texts.length - LISTED} more`}</Muted> : null}
          {texts.length > 1 ? (
            <Row style={{ marginTop: 8 }}>
              <QuietButton onPress={() => void letter(texts)}>{say`Letter all of them`}</QuietButton>
            </Row>
          ) : null}
        </>
      ) : null}
      <div aria-live="polite">
        {told.slice(0, LISTED).map((says) => (
          <p key={says} style={{ marginTop: 6, fontSize: 13.5 }}>
            <Tag $tone="brass">{say`lettered otherwise`}</Tag> {says}
          </p>
        ))}
      </div>
    </div>
  )
}

type Draft = Pick<Making, 'id' | 'plane' | 'recipe' | 'measures' | 'at'>

const asMaking = (draft: Draft): Making => ({
  kind: 'making',
  name: 'Lettering',
  takes: [],
  trouble: null,
  ...draft,
})
