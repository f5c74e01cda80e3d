'use client'
import { BarChart } from 'echarts/charts'
import { GridComponent, LegendComponent, TooltipComponent } from 'echarts/components'
import { type EChartsCoreOption, init, use } from 'echarts/core'
import { SVGRenderer } from 'echarts/renderers'
import { useEffect, useRef } from 'react'

use([BarChart, GridComponent, LegendComponent, TooltipComponent, SVGRenderer])

/** A chart; what it shows is said in words by `label` for those who do not see it. */
export function Chart({
  option,
  height,
  label,
}: {
  option: EChartsCoreOption
  height: number
  label: string
}) {
  const element = useRef<HTMLDivElement>(null)
  useEffect(() => {
    if (!element.current) return
    const chart = init(element.current, null, { renderer: 'svg' })
    chart.setOption({ animation: false, textStyle: { fontFamily: 'inherit' }, ...option })
    const observer = new ResizeObserver(() => chart.resize())
    observer.observe(element.current)
    return () => {
      observer.disconnect()
      chart.dispose()
    }
  }, [option])
  return (
    <div
      ref={element}
      role="img"
      aria-label={label}
      data-table
      style={{ width: '100%', height, background: 'var(--paper)', borderRadius: 8 }}
    />
  )
}
