import type { Now } from '@yard-lamp/core/build'
import { nowSchema } from '@yard-lamp/core/records'
import type { Writer } from '@yard-lamp/core/units'
import { useEffect, useId, useState } from 'react'
import { fieldRule, readNumber, showKept } from '../../fields/text.ts'
import { OLD_AFTER_MS, type ReadNow } from './use-now.ts'

/** For people without a light meter. Estimates. */
const SKIES: readonly (readonly [name: string, lightWPerM2: number])[] = [
  ['clear sun', 900],
  ['sun through haze', 600],
  ['bright cloud', 250],
]

interface NowStripProps {
  write: Writer
  read: ReadNow | null
  /** The step in hand goes by them. */
  isWanted: boolean
  onNow: (now: Now | null) => void
}

/** Air and light on the roof: what panels measure is reckoned from them. */
export function NowStrip({ write, read, isWanted, onNow }: NowStripProps) {
  const air = useFigure('airC', read?.now.airC ?? null, write)
  const light = useFigure('lightWPerM2', read?.now.lightWPerM2 ?? null, write)
  const isOld = useIsOld(read)
  const [isOpen, setIsOpen] = useState(false)
  const isAsked = isWanted && (read === null || isOld)
  // Once open it stays so while it is typed into.
  useEffect(() => {
    if (isAsked) setIsOpen(true)
  }, [isAsked])
  const take = (airText: string, lightText: string) => {
    const [airRead, lightRead] = [air.read(airText), light.read(lightText)]
    if (airRead !== null && lightRead !== null) onNow({ airC: airRead, lightWPerM2: lightRead })
  }
  const set = (which: 'air' | 'light', text: string) => {
    ;(which === 'air' ? air : light).setText(text)
    take(which === 'air' ? text : air.text, which === 'light' ? text : light.text)
  }
  if (!isOpen)
    return (
      <p className="build-now-read">
        {read === null ? (
          <span>Air and light are not read yet</span>
        ) : (
          <span>
            Air <b>{write.quantity(read.now.airC, '°C', 0)}</b>, light{' '}
            <b>{write.quantity(read.now.lightWPerM2, 'W/m²', 0)}</b>, read at {clock(read.atMs)}
          </span>
        )}
        <button type="button" className="pick" onClick={() => setIsOpen(true)}>
          {read === null ? 'Read air and light' : 'Read again'}
        </button>
      </p>
    )
  return (
    <section className={`build-now${isOld ? ' build-old' : ''}`} aria-label="Air and light now">
      <Figure label="Air" {...air} onText={(text) => set('air', text)} />
      <Figure label="Light on the panels" {...light} onText={(text) => set('light', text)} />
      <fieldset className="build-skies">
        <legend>or by eye</legend>
        {SKIES.map(([name, lightWPerM2]) => (
          <button key={name} type="button" className="pick" onClick={() => set('light', String(lightWPerM2))}>
            {name}, {lightWPerM2}
          </button>
        ))}
      </fieldset>
      <p className="build-read" aria-live="polite">
        {read === null
          ? 'Read both before strings are measured: what they should show is reckoned from them.'
          : isOld
            ? `Read at ${clock(read.atMs)}: the light is another by now. Read again.`
            : `Read at ${clock(read.atMs)}`}
        {read !== null && isOld && (
          <button type="button" className="pick" onClick={() => onNow(read.now)}>
            Still the same
          </button>
        )}
      </p>
    </section>
  )
}

const clock = (atMs: number): string => new Date(atMs).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' })

function useIsOld(read: ReadNow | null): boolean {
  const [, tick] = useState(0)
  useEffect(() => {
    const timer = setInterval(() => tick((n) => n + 1), 30_000)
    return () => clearInterval(timer)
  }, [])
  return read !== null && Date.now() - read.atMs > OLD_AFTER_MS
}

function useFigure(name: 'airC' | 'lightWPerM2', value: number | null, write: Writer) {
  const rule = fieldRule(nowSchema.shape[name], write)
  const [typed, setText] = useState<string | null>(null)
  const text = typed ?? showKept(value, rule)
  const parsed = readNumber(text, rule)
  return {
    text,
    setText,
    unit: rule.unit,
    problem: text === '' || parsed.ok ? '' : parsed.message,
    read: (of: string) => {
      const figure = readNumber(of, rule)
      return figure.ok ? figure.value : null
    },
  }
}

interface FigureProps {
  label: string
  text: string
  unit: string
  problem: string
  onText: (text: string) => void
}

function Figure({ label, text, unit, problem, onText }: FigureProps) {
  const id = useId()
  return (
    <div className="field build-figure">
      <label htmlFor={id}>{label}</label>
      <span className={`field-box${problem ? ' field-bad' : ''}`}>
        <input
          id={id}
          inputMode="text"
          autoComplete="off"
          value={text}
          aria-invalid={problem !== ''}
          aria-describedby={problem ? `${id}-note` : undefined}
          onChange={(event) => onText(event.target.value)}
          onFocus={(event) => event.target.select()}
        />
        <span className="field-unit">{unit}</span>
      </span>
      {problem && (
        <span className="field-note field-error" id={`${id}-note`} role="alert">
          {problem}
        </span>
      )}
    </div>
  )
}
