'use client'
import { ListOrdered } from 'lucide-react'
import dynamic from 'next/dynamic'
import { useMemo } from 'react'
import { isActive } from '@/contract/jobs'
import { TOOL_NAMES } from '@/core/cutting/pass'
import type { RunSummary } from '@/core/cutting/summary'
import { wasCut } from '@/core/document/layout'
import { clock } from '@/core/units/clock'
import { count, counted, say } from '@/core/words'
import { QuietButton } from '@/kit/button'
import { Muted, Row, Section } from '@/kit/surface'
import { useProject } from '../../store/context'
import { useRunShown } from './run-frame'
import type { JobHandle } from './use-job'

/** Charts are a third of the page's weight, and are fetched when the run is looked at. */
const Chart = dynamic(() => import('@/kit/chart').then((m) => m.Chart), { ssr: false })

const COLOURS = { 'scoring tip': '#8a3a6b', pen: '#38548c', knife: '#2b1a2f', hand: '#d9b25f' }
const INK = '#5c4d5e'

/** What all sheets take: time by sheet and tool, the best order, and how much of the paper is used. */
export function WholeJob({ job, canSend }: { job: JobHandle; canSend: boolean }) {
  const { layout, run } = useProject((s) => s.project)
  const papers = useProject((s) => s.papers)
  const { summary } = useRunShown()
  const times = useMemo(() => summary && timeChart(summary), [summary])
  const used = useMemo(
    () => summary && paperChart(summary, (id) => papers.find((p) => p.id === id)?.name ?? 'gone'),
    [summary, papers],
  )
  if (!summary || !times || !used) return null
  const { sheets, order, total, totalDashed, stops } = summary
  const filled = order.flatMap((i) => layout.sheets[i] ?? []).filter((s) => s.placements.length > 0)
  const left = filled.filter((s) => !wasCut(s))
  const all = left.length === 0 || left.length === filled.length
  const solid = !run.dashedScores && Math.abs(totalDashed - total) > 1
  return (
    <Section data-testid="whole-job">
      <h2>{say`Whole job`}</h2>
      <p style={{ fontSize: 13.5 }}>
        <b>{clock(total)}</b>
        {say` for `}
        {count(sheets.length, 'sheet')}
        {sheets.length > 1 ? say`, best in the order ${order.map((i) => i + 1).join(', ')}` : ''}:{' '}
        {count(stops, 'stop')}
        {say` for a hand.`}
        {solid ? say` With every score cut as dashes it would be ${clock(totalDashed)}.` : ''}
      </p>
      {sheets.length > 1 ? (
        <Row style={{ margin: '8px 0 12px' }}>
          <QuietButton
            isDisabled={!canSend || (job.state !== null && isActive(job.state))}
            onPress={() => {
              const [first, ...queue] = (all ? filled : left).map((s) => s.id)
              if (first) job.sendOther(first, { queue })
            }}
          >
            <ListOrdered size={15} />{' '}
            {all
              ? say`Run all sheets in this order`
              : say`Run the ${counted(left.length, 'sheet')} not cut yet`}
          </QuietButton>
        </Row>
      ) : null}
      <Chart
        option={times}
        height={60 + 24 * Math.min(sheets.length, 40)}
        label={say`Time by sheet and tool: ${sheets.map((s, i) => `sheet ${i + 1} ${clock(s.total)}`).join(', ')}`}
      />
      <Chart
        option={used}
        height={36 + 28 * summary.papers.length}
        label={say`Paper used: ${summary.papers.map((p) => say`${Math.round(p.used * 100)} % of ${p.sheets} sheets`).join(', ')}`}
      />
      {sheets.some((s) => !s.needsTip) && sheets.some((s) => s.needsTip) ? (
        <Muted>{say`${sheets.flatMap((s, i) => (s.needsTip ? [] : [say`Sheet ${i + 1}`])).join(', ')}: nothing to score.`}</Muted>
      ) : null}
    </Section>
  )
}

const axisLabel = { color: INK, fontSize: 11 }

function timeChart({ sheets }: RunSummary) {
  const minutes = (seconds: number) => Math.round(seconds / 6) / 10
  const series = (['scoring tip', 'pen', 'knife'] as const)
    .filter((tool) => sheets.some((s) => s.byTool[tool]))
    .map((tool) => ({
      name: TOOL_NAMES[tool],
      type: 'bar',
      stack: 'time',
      itemStyle: { color: COLOURS[tool] },
      data: sheets.map((s) => minutes(s.byTool[tool] ?? 0)),
    }))
  const hand = {
    name: say`by hand`,
    type: 'bar',
    stack: 'time',
    itemStyle: { color: COLOURS.hand },
    data: sheets.map((s) => minutes(s.pauses)),
  }
  return {
    grid: { left: 50, right: 12, top: 26, bottom: 22 },
    legend: { top: 0, left: 0, itemWidth: 12, itemHeight: 9, textStyle: axisLabel },
    tooltip: { valueFormatter: (v: unknown) => `${v} min` },
    xAxis: { type: 'value', axisLabel: { ...axisLabel, formatter: '{value} min' }, splitNumber: 3 },
    yAxis: {
      type: 'category',
      inverse: true,
      axisLabel,
      data: sheets.map((_, i) => say`Sheet ${i + 1}`),
    },
    series: [...series, hand],
  }
}

function paperChart({ papers }: RunSummary, nameOf: (id: string) => string) {
  const percent = (share: number) => Math.round(share * 100)
  const part = (name: string, color: string, data: number[]) => ({
    name,
    type: 'bar',
    stack: 'paper',
    itemStyle: { color },
    data,
  })
  return {
    grid: { left: 96, right: 12, top: 24, bottom: 4 },
    legend: { top: 0, left: 0, itemWidth: 12, itemHeight: 9, textStyle: axisLabel },
    tooltip: { valueFormatter: (v: unknown) => `${v} %` },
    xAxis: { type: 'value', max: 100, show: false },
    yAxis: {
      type: 'category',
      inverse: true,
      axisLabel: { ...axisLabel, width: 84, overflow: 'truncate' },
      data: papers.map((p) => `${p.sheets} × ${nameOf(p.paper)}`),
    },
    series: [
      part(
        say`in pieces`,
        '#155f59',
        papers.map((p) => percent(p.used)),
      ),
      part(
        'rest',
        '#e2d8c6',
        papers.map((p) => 100 - percent(p.used)),
      ),
    ],
  }
}
