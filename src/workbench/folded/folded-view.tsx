'use client'
import { Download, Pause, Play, RotateCcw } from 'lucide-react'
import { type KeyboardEvent, lazy, Suspense, useCallback, useEffect, useMemo, useRef, useState } from 'react'
import styled from 'styled-components'
import type { ScenePanel } from '@/core/folding'
import { type Camera, USUAL_CAMERA } from '@/core/folding/still'
import { formatLength, type Unit } from '@/core/units/length'
import { count, counted, say } from '@/core/words'
import { IconButton } from '@/kit/button'
import { Switch } from '@/kit/radios'
import { Slider } from '@/kit/slider'
import { useProject, useWorkbench } from '../store/context'
import { FoldEntry } from './fold-entry'
import { FoldFindings } from './fold-findings'
import { usePrintedFaces } from './printed-faces'
import { savePng, saveSvg } from './save-still'
import { Space, Whole } from './space'
import { useFolded } from './use-folded'
import { useLooks } from './use-looks'
import { useWebGl } from './use-web-gl'

const FoldedCanvas = lazy(() => import('./canvas'))

const Controls = styled.div`
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 6px 14px 8px;
  background: var(--paper);
  box-shadow: 0 -1px 0 var(--hairline);
`
const Account = styled.p`
  padding: 7px 16px;
  font-size: 13.5px;
  color: var(--ink-soft);
  b {
    color: var(--ink);
  }
`

/** Degrees that an arrow key turns the eye by, and the factor of a zoom. */
const TURN = 10
const ZOOM = 1.15
/** So many pieces are told one by one. */
const MOST_TOLD = 2
/** How long it takes to fold all, ms. */
const PLAY = 2600

const PUT = [
  { value: 'together', title: say`together` },
  { value: 'apart', title: say`apart` },
] as const

type Eye = Camera & { zoom: number }
const USUAL_EYE: Eye = { ...USUAL_CAMERA, zoom: 1 }

/** What is drawn, folded: turned by pointer and keys, folded by a slider, told in words. */
export function FoldedView() {
  const workbench = useWorkbench()
  const unit = useProject((s) => s.project.unit)
  const [share, setShare] = useState(1)
  const [eye, setEye] = useState<Eye>(USUAL_EYE)
  const [playing, setPlaying] = useState(false)
  const [isTogether, setTogether] = useState(true)
  const { scene, pose, problem } = useFolded(share, isTogether)
  const lookOf = useLooks()
  const printed = usePrintedFaces(scene, lookOf)
  const selection = useProject((s) => s.selection)
  const pointed = useProject((s) => s.lit)
  const lit = useMemo(() => new Set([...selection, ...pointed]), [selection, pointed])
  const [flat, setFlat] = useState<string | null>(null)
  const canDraw = useWebGl()
  usePlaying(playing, setShare, () => setPlaying(false))

  const coloursOf = useCallback(
    () => Object.fromEntries((scene?.pieces ?? []).map(({ id }) => [id, lookOf(id)])),
    [scene, lookOf],
  )
  const picture = () => workbench.computer.still(share, eye, coloursOf())

  // Without three dimensions the picture serves.
  useEffect(() => {
    if (canDraw !== false || !scene) return
    let over = false
    void workbench.computer.still(share, eye, coloursOf()).then((svg) => {
      if (!over) setFlat(`data:image/svg+xml;utf8,${encodeURIComponent(svg)}`)
    })
    return () => {
      over = true
    }
  }, [canDraw, scene, share, eye, workbench, coloursOf])

  const hover = useCallback(
    (panel: ScenePanel | null) => workbench.light(panel ? panel.lines : []),
    [workbench],
  )
  // Its piece is not chosen with it: the others would leave the view.
  const choose = useCallback((lines: readonly string[]) => workbench.select(lines), [workbench])
  const onKey = (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return
    const next = eyeAfter(event.key, eye)
    if (next) setEye(next)
    else if (event.key === ' ') play()
    else if (event.key === 'Home') setShare(0)
    else if (event.key === 'End') setShare(1)
    else return
    event.preventDefault()
  }
  const play = () => {
    if (!playing && share >= 1) setShare(0)
    setPlaying((p) => !p)
  }
  const account = useMemo(() => {
    if (!scene || !pose) return []
    return scene.pieces.map((p, i) => {
      const size = pose.sizes[i]
      return {
        name: p.name,
        words: `${count(p.panels, 'panel')}, ${count(p.folds, 'fold')}${p.tabs > 0 ? say`, ${counted(p.tabs, 'tab')} met` : ''}${size ? `, ${sizeWords(size, unit)}` : ''}`,
      }
    })
  }, [scene, pose, unit])
  const percent = Math.round(share * 100)
  return (
    <Whole aria-label={say`Folded`} data-testid="folded">
      <Space
        role="application"
        tabIndex={0}
        aria-label={say`Folded view. Arrow keys turn it, plus and minus zoom, 0 shows it as at first, space folds and unfolds.`}
        onKeyDown={onKey}
        data-share={share.toFixed(3)}
        data-eye={`${Math.round(eye.round)} ${Math.round(eye.up)} ${eye.zoom.toFixed(2)}`}
        data-panels={scene?.panels.length ?? 0}
        data-height={pose?.sizes[0]?.height.toFixed(2) ?? ''}
      >
        {scene && scene.panels.length > 0 && canDraw ? (
          <Suspense fallback={null}>
            <FoldedCanvas
              scene={scene}
              places={pose?.places ?? null}
              lookOf={lookOf}
              printed={printed}
              lit={lit}
              camera={eye}
              onCamera={setEye}
              onHover={hover}
              onChoose={choose}
            />
          </Suspense>
        ) : null}
        {canDraw === false && flat ? (
          // biome-ignore lint/performance/noImgElement: the picture is made here and has no address
          <img src={flat} alt={say`The build as it is folded now`} />
        ) : null}
      </Space>
      <Account aria-live="polite">
        {problem ??
          (!scene ? (
            say`Folding …`
          ) : scene.pieces.length === 0 ? (
            say`There is no piece yet: close an outline, or make something, and it folds here.`
          ) : !scene.folds ? (
            say`Nothing here folds: no score parts a piece. Give lines the role “score” in Lines.`
          ) : (
            <>
              <b>
                {percent === 100 ? say`Folded` : percent === 0 ? say`Flat` : say`Folded by ${percent} %`}.
              </b>{' '}
              {account.slice(0, MOST_TOLD).map(({ name, words }) => (
                <span key={name}>
                  “{name}”: {words}.{' '}
                </span>
              ))}
              {pose?.whole ? say`Put together: ${sizeWords(pose.whole, unit)}. ` : null}
              {account.length > MOST_TOLD
                ? say`And ${counted(account.length - MOST_TOLD, 'more piece')}; choose one on the shelf to see it alone.`
                : ''}
            </>
          ))}
      </Account>
      {scene ? <FoldFindings scene={scene} /> : null}
      <FoldEntry />
      <Controls>
        <IconButton aria-label={playing ? say`Stop` : say`Fold it`} onPress={play}>
          {playing ? <Pause size={17} /> : <Play size={17} />}
        </IconButton>
        <Slider
          label={say`Folded by`}
          hideLabel
          value={share}
          min={0}
          max={1}
          step={0.005}
          onChange={(v) => {
            setPlaying(false)
            setShare(v)
          }}
          style={{ flex: 1 }}
        />
        {scene && (scene.joined > 0 || !isTogether) ? (
          <Switch<'together' | 'apart'>
            label={say`Pieces`}
            value={isTogether ? 'together' : 'apart'}
            choices={PUT}
            onChange={(v) => setTogether(v === 'together')}
          />
        ) : null}
        <IconButton aria-label={say`Look as at first`} onPress={() => setEye(USUAL_EYE)}>
          <RotateCcw size={16} />
        </IconButton>
        <IconButton aria-label={say`Save a picture (PNG)`} onPress={() => void picture().then(savePng)}>
          <Download size={16} />
        </IconButton>
        <IconButton aria-label={say`Save a picture (SVG)`} onPress={() => void picture().then(saveSvg)}>
          <span style={{ fontSize: 11, fontWeight: 700 }}>{say`SVG`}</span>
        </IconButton>
      </Controls>
    </Whole>
  )
}

const sizeWords = (
  { width, depth, height }: { width: number; depth: number; height: number },
  unit: Unit,
): string => `${[width, depth, height].map((v) => formatLength(v, unit)).join(' x ')} ${unit}`

/** The eye after a key; null for a key that does not move it. */
function eyeAfter(key: string, eye: Eye): Eye | null {
  switch (key) {
    case 'ArrowLeft':
      return { ...eye, round: eye.round - TURN }
    case 'ArrowRight':
      return { ...eye, round: eye.round + TURN }
    case 'ArrowUp':
      return { ...eye, up: Math.min(89, eye.up + TURN) }
    case 'ArrowDown':
      return { ...eye, up: Math.max(-89, eye.up - TURN) }
    case '+':
      return { ...eye, zoom: eye.zoom * ZOOM }
    case '-':
      return { ...eye, zoom: eye.zoom / ZOOM }
    case '0':
      return USUAL_EYE
    default:
      return null
  }
}

/** Moves the share on while it plays. */
function usePlaying(playing: boolean, setShare: (next: (share: number) => number) => void, stop: () => void) {
  const end = useRef(stop)
  end.current = stop
  useEffect(() => {
    if (!playing) return
    let before = performance.now()
    let frame = 0
    const step = (now: number) => {
      const by = (now - before) / PLAY
      before = now
      setShare((share) => {
        if (share + by >= 1) end.current()
        return Math.min(1, share + by)
      })
      frame = requestAnimationFrame(step)
    }
    frame = requestAnimationFrame(step)
    return () => cancelAnimationFrame(frame)
  }, [playing, setShare])
}
