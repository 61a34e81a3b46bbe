import { useComputedColorScheme } from '@mantine/core'
import type { ECharts, EChartsCoreOption } from 'echarts/core'
import { useEffect, useRef } from 'react'
import { useWhenIdle } from '../store/use-when-idle.ts'
import './charts.css'

interface ChartProps {
  /** The answer of the picture in words, for those who do not see it. */
  label: string
  heightPx: number
  /** Built with the colours of the theme in force. */
  option: (colour: (name: string) => string) => EChartsCoreOption
  /** Index of the category clicked on. */
  onPick?: (index: number) => void
}

/** A chart; its library is loaded when the first one is shown. */
export function Chart({ label, heightPx, option: newest, onPick }: ChartProps) {
  // The figures are painted first, the picture follows.
  const option = useWhenIdle(newest)
  const box = useRef<HTMLDivElement>(null)
  const chart = useRef<ECharts | null>(null)
  const scheme = useComputedColorScheme('light')
  const latest = useRef({ option, onPick })
  latest.current = { option, onPick }

  useEffect(() => {
    let gone = false
    let observer: ResizeObserver | undefined
    void import('./echarts.ts').then(({ init }) => {
      if (gone || !box.current) return
      const made = init(box.current, undefined, { renderer: 'svg' })
      chart.current = made
      made.getZr().on('click', (event) => {
        const [index] = made.convertFromPixel({ gridIndex: 0 }, [event.offsetX, event.offsetY]) as [number, number]
        latest.current.onPick?.(index)
      })
      made.setOption(withDefaults(latest.current.option(themeColour)))
      observer = new ResizeObserver(() => made.resize())
      observer.observe(box.current)
    })
    return () => {
      gone = true
      observer?.disconnect()
      chart.current?.dispose()
      chart.current = null
    }
  }, [])

  // biome-ignore lint/correctness/useExhaustiveDependencies: the theme's colours are read anew when it changes
  useEffect(() => {
    chart.current?.setOption(withDefaults(option(themeColour)), { replaceMerge: ['series'] })
  }, [option, scheme])

  return <div ref={box} className="chart" role="img" aria-label={label} style={{ height: heightPx }} />
}

const themeColour = (name: string): string =>
  getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim()

function withDefaults(option: EChartsCoreOption): EChartsCoreOption {
  return {
    animation: false, // a picture that follows typing must not trail behind it
    textStyle: { fontFamily: '"Source Sans 3 Variable", sans-serif', color: themeColour('ink') },
    ...option,
  }
}

/** Axis and grid styles shared by the charts. */
export function axisStyle(colour: (name: string) => string) {
  return {
    axisLabel: { color: colour('soft'), fontSize: 13 },
    axisLine: { lineStyle: { color: colour('rule') } },
    axisTick: { show: false },
    splitLine: { lineStyle: { color: colour('line') } },
    nameTextStyle: { color: colour('soft'), fontSize: 13 },
  }
}

export function tooltipStyle(colour: (name: string) => string) {
  return {
    backgroundColor: colour('card'),
    borderColor: colour('line'),
    textStyle: { color: colour('ink'), fontSize: 13 },
    confine: true,
  }
}
