'use client'
import { Check, ChevronLeft, ChevronRight } from 'lucide-react'
import { type KeyboardEvent, lazy, Suspense, useCallback, useEffect, useMemo, useState } from 'react'
import styled from 'styled-components'
import type { Shown } from '@/core/building'
import { GLUE } from '@/core/building/step'
import { USUAL_CAMERA } from '@/core/folding/still'
import { heightOfSpacer } from '@/core/stacking/posed'
import { say } from '@/core/words'
import { Button, QuietButton } from '@/kit/button'
import { Switch } from '@/kit/radios'
import { Slider } from '@/kit/slider'
import { Space, Whole } from '../../folded/space'
import { useLooks } from '../../folded/use-looks'
import { useWebGl } from '../../folded/use-web-gl'
import { useProject, useWorkbench } from '../../store/context'
import { useTable } from './build-frame'

const Canvas = lazy(() => import('../../folded/canvas'))

const Below = styled.div`
  display: flex;
  align-items: center;
  gap: 14px;
  padding: 12px 16px;
  background: var(--paper);
  box-shadow: 0 -1px 0 var(--hairline);
  p {
    flex: 1;
    font-size: 17px;
    line-height: 1.35;
  }
  button {
    min-height: 48px;
    padding-inline: 18px;
  }
`
const Choice = styled.div`
  position: absolute;
  right: 14px;
  top: 14px;
  z-index: 1;
  padding: 3px;
  border-radius: 14px;
  background: var(--paper);
  box-shadow: var(--lift);
  font-size: 13.5px;
`
const Picture = styled.img`
  width: 100%;
  height: 100%;
  padding: 24px;
  object-fit: contain;
`
const LOOKS = [
  { value: 'steps', title: say`steps` },
  { value: 'stack', title: say`stack` },
] as const
const GLUED: ReadonlySet<string> = new Set([GLUE])
const NOTHING: ReadonlySet<string> = new Set()
const NO_PRINT = {}
const FOAM = '#fbfaf6'

/** The step that is shown, in space, with large buttons for whoever stands at the table; or the stack. */
export function BuildStage() {
  const { told, view, show } = useTable()
  return (
    <Whole aria-label={say`Build`} data-testid="build-stage">
      {told?.stack ? (
        <Choice>
          <Switch<'steps' | 'stack'> label={say`Show`} value={view} choices={LOOKS} onChange={show} />
        </Choice>
      ) : null}
      {view === 'stack' ? <StackView /> : <StepView />}
    </Whole>
  )
}

function StepView() {
  const workbench = useWorkbench()
  const papers = useProject((s) => s.papers)
  const done = useProject((s) => s.project.build?.done)
  const { told, at, go, finish } = useTable()
  const step = told?.steps[at]
  const canDraw = useWebGl()
  const [shown, setShown] = useState<Shown | null>(null)
  // biome-ignore lint/correctness/useExhaustiveDependencies: other steps look otherwise
  useEffect(() => {
    let over = false
    void workbench.computer.step(at, papers).then((next) => !over && setShown(next))
    return () => {
      over = true
    }
  }, [workbench, told, at, papers])
  const onKey = (event: KeyboardEvent) => {
    if (event.key === 'ArrowRight') go(at + 1)
    else if (event.key === 'ArrowLeft') go(at - 1)
    else if (event.key === 'Enter') finish(at)
    else return
    event.preventDefault()
  }
  if (!told) return <Space aria-busy />
  if (!step)
    return (
      <Space>
        <p
          style={{ padding: 40, fontSize: 17 }}
        >{say`There is nothing to build yet. Score lines in Lines, make a pattern in Shape, or stack layers on the left.`}</p>
      </Space>
    )
  const isDone = done?.includes(step.id) ?? false
  return (
    <>
      <Space
        role="application"
        tabIndex={0}
        aria-label={say`Step ${at + 1}: ${step.says} Arrow keys go from step to step, Enter ticks it off.`}
        onKeyDown={onKey}
        data-step={at + 1}
        data-panels={shown?.panels.length ?? 0}
      >
        {canDraw === false ? <StepPicture at={at} says={step.says} /> : <View shown={shown} />}
      </Space>
      <Below>
        <QuietButton aria-label={say`The step before`} isDisabled={at === 0} onPress={() => go(at - 1)}>
          <ChevronLeft size={22} />
        </QuietButton>
        <p aria-live="polite">
          <b>{say`${at + 1} of ${told.steps.length}`}</b>
          {step.letter ? ` · ${step.letter}` : ''} · {step.says}
          {step.hold ? say` Hold it until the glue has set.` : ''}
        </p>
        <Button onPress={() => finish(at)}>
          <Check size={20} /> {isDone ? say`Not done` : say`Done`}
        </Button>
        <QuietButton
          aria-label={say`The next step`}
          isDisabled={at === told.steps.length - 1}
          onPress={() => go(at + 1)}
        >
          <ChevronRight size={22} />
        </QuietButton>
      </Below>
    </>
  )
}

/** A step as the booklet shows it, where the browser draws nothing in space. */
function StepPicture({ at, says }: { at: number; says: string }) {
  const workbench = useWorkbench()
  const papers = useProject((s) => s.papers)
  const pieces = useProject((s) => s.project.pieces)
  const lookOf = useLooks()
  const { told } = useTable()
  const [picture, setPicture] = useState<string | null>(null)
  // biome-ignore lint/correctness/useExhaustiveDependencies: other steps look otherwise
  useEffect(() => {
    let over = false
    const colours = Object.fromEntries(Object.keys(pieces).map((id) => [id, lookOf(id)]))
    void workbench.computer.stepPicture(at, papers, colours).then((next) => !over && setPicture(next))
    return () => {
      over = true
    }
  }, [workbench, told, at, papers, pieces, lookOf])
  if (!picture) return null
  return <Picture src={`data:image/svg+xml,${encodeURIComponent(picture)}`} alt={says} />
}

/** Degrees round and up from which the stack is seen as it will hang. */
const FROM_FRONT = { round: 0, up: 0 }

function StackView() {
  const workbench = useWorkbench()
  const papers = useProject((s) => s.papers)
  const { told } = useTable()
  const [apart, setApart] = useState(8)
  const [isFront, setFront] = useState(false)
  const [isLitFromSide, setLit] = useState(false)
  const [shown, setShown] = useState<Shown | null>(null)
  const spread = isFront ? 0 : apart
  // biome-ignore lint/correctness/useExhaustiveDependencies: another stack is another scene
  useEffect(() => {
    let over = false
    void workbench.computer.stackScene(spread, papers).then((next) => {
      if (!over && next) setShown({ ...next, camera: isFront ? FROM_FRONT : { round: 34, up: 22 } })
    })
    return () => {
      over = true
    }
  }, [workbench, told, spread, isFront, papers])
  return (
    <>
      <Space data-panels={shown?.panels.length ?? 0} data-testid="stack-view">
        <View shown={shown} isLitFromSide={isLitFromSide} />
      </Space>
      <Below>
        <Slider
          label={say`Pulled apart`}
          value={apart}
          min={0}
          max={40}
          onChange={(v) => {
            setFront(false)
            setApart(v)
          }}
          style={{ flex: 1 }}
        />
        <QuietButton aria-pressed={isLitFromSide} onPress={() => setLit(!isLitFromSide)}>
          {isLitFromSide ? say`Even light` : say`Light from the side`}
        </QuietButton>
        <QuietButton onPress={() => setFront(!isFront)}>
          {isFront ? say`From the side` : say`From the front`}
        </QuietButton>
      </Below>
    </>
  )
}

/** Panels in space, from where they are best seen, and then as they are turned. */
function View({ shown, isLitFromSide = false }: { shown: Shown | null; isLitFromSide?: boolean }) {
  const lookOfPiece = useLooks()
  const lookOf = useCallback(
    (piece: string) => {
      const height = heightOfSpacer(piece)
      return height === null
        ? lookOfPiece(piece)
        : { front: FOAM, back: FOAM, caliper: Math.max(0.1, height - 0.1), isPlain: true }
    },
    [lookOfPiece],
  )
  const canDraw = useWebGl()
  const first = useMemo(() => ({ ...(shown?.camera ?? USUAL_CAMERA), zoom: 1 }), [shown])
  const [eye, setEye] = useState(first)
  useEffect(() => setEye(first), [first])
  if (canDraw === false)
    return (
      <p
        style={{ padding: 40 }}
      >{say`This browser draws nothing in space. From the front the stack is as the drawing shows it, layer on layer.`}</p>
    )
  if (!shown || !canDraw) return null
  return (
    <Suspense fallback={null}>
      <Canvas
        scene={shown}
        places={shown.places}
        lookOf={lookOf}
        printed={NO_PRINT}
        litBy={0.5}
        isLitFromSide={isLitFromSide}
        lit={shown.panels.some((p) => p.lines.includes(GLUE)) ? GLUED : NOTHING}
        camera={eye}
        onCamera={setEye}
        onHover={() => undefined}
        onChoose={() => undefined}
      />
    </Suspense>
  )
}
