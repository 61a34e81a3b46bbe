import { MEASURES, STAGES_OF_CHARGE, type Values } from '@yard-lamp/core/records'
import type { Writer } from '@yard-lamp/core/units'
import { useEffect, useState } from 'react'
import { useAppSelector } from '../../store/store.ts'
import { useWrite } from '../../store/use-write.ts'

const SHOWN = ['soc', 'batteryV', 'batteryA', 'pvW', 'loadW', 'stage'] as const
/** Older than this it is no longer what is now, ms. */
const FRESH_MS = 10 * 60_000

/** What the monitor on site reads now. */
export function LiveStrip() {
  const live = useAppSelector(({ log }) => log.live)
  const source = useAppSelector(({ log }) => log.sources.find(({ id }) => id === log.live?.sourceId))
  const write = useWrite()
  const now = useNow()
  if (!live) return null
  const isFresh = now - live.atMs < FRESH_MS
  return (
    <section className={`log-live${isFresh ? '' : ' log-stale'}`} aria-label="Live">
      <span className="log-live-name">
        {source?.name ?? 'Monitor'}, {agoText(live.atMs, now)}
      </span>
      <dl>
        {SHOWN.filter((id) => live.values[id] !== undefined).map((id) => (
          <div key={id}>
            <dt>{MEASURES.find((each) => each.id === id)?.label}</dt>
            <dd>{valueText(id, live.values, write)}</dd>
          </div>
        ))}
      </dl>
    </section>
  )
}

export function valueText(id: (typeof MEASURES)[number]['id'], values: Values, write: Writer): string {
  const value = values[id]
  const measure = MEASURES.find((each) => each.id === id)
  if (value === undefined || !measure) return '–'
  if (id === 'stage') return STAGES_OF_CHARGE[value] ?? '–'
  return write.quantity(value, measure.unit, measure.decimals)
}

function useNow(): number {
  const [now, setNow] = useState(Date.now)
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 5000)
    return () => clearInterval(timer)
  }, [])
  return now
}

function agoText(atMs: number, now: number): string {
  const minutes = Math.round((now - atMs) / 60_000)
  if (minutes < 1) return 'now'
  if (minutes < 120) return `${minutes} min ago`
  return new Date(atMs).toLocaleString()
}
