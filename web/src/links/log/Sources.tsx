import { Button } from '@mantine/core'
import type { ReadingSource, SourceSaid } from '@yard-lamp/core/log'
import { clockOffsetMs } from '@yard-lamp/core/log'
import { formatDay, formatNumber } from '@yard-lamp/core/units'
import { useState } from 'react'
import { api } from '../../api/client.ts'
import { openLog } from '../../store/log.ts'
import { selectJobId, selectSite } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { ImportDialog } from './ImportDialog.tsx'
import { MonitorDialog } from './MonitorDialog.tsx'
import { saidOf } from './source-said.ts'

const KIND_TEXT = { hand: 'typed here', file: 'from files', monitor: 'live, by MQTT' } as const

/** Where readings of this job come from; what is wrong with the way to one; its clock. */
export function Sources() {
  const jobId = useAppSelector(selectJobId)
  const sources = useAppSelector(({ log }) => log.sources)
  const offsetMin = clockOffsetMs(useAppSelector(selectSite)) / 60_000
  const [opened, setOpened] = useState<'file' | 'monitor' | null>(null)
  const hasReadings = sources.some(({ days }) => days.length > 0)
  return (
    <>
      {sources.length > 0 && (
        <ul className="log-sources">
          {sources.map((source) => (
            <One key={source.id} source={source} jobId={jobId} offsetMin={offsetMin} />
          ))}
        </ul>
      )}
      <p className="log-picks">
        <Button variant="default" onClick={() => setOpened('file')}>
          Bring in a file, or paste
        </Button>
        <Button variant="default" onClick={() => setOpened('monitor')}>
          Connect a monitor
        </Button>
        {hasReadings && (
          <a className="pick" href={api.readingsAddress(jobId)} download>
            All readings as CSV
          </a>
        )}
      </p>
      <ImportDialog opened={opened === 'file'} onClose={() => setOpened(null)} offsetMin={offsetMin} />
      <MonitorDialog opened={opened === 'monitor'} onClose={() => setOpened(null)} offsetMin={offsetMin} />
    </>
  )
}

function One({ source, jobId, offsetMin }: { source: ReadingSource; jobId: string; offsetMin: number }) {
  const dispatch = useAppDispatch()
  const [problem, setProblem] = useState('')
  const [isSure, setSure] = useState(false)
  const { kind, name, days, heardAt, trouble, clockFastMin } = source
  const change = async (more: Partial<SourceSaid>) => {
    try {
      await api.changeSource(jobId, source.id, { ...saidOf(source), offsetMin, ...more })
      setProblem('')
      await dispatch(openLog(jobId))
    } catch (error) {
      setProblem((error as Error).message)
    }
  }
  const remove = async () => {
    try {
      await api.removeSource(jobId, source.id)
      await dispatch(openLog(jobId))
    } catch (error) {
      setProblem((error as Error).message)
    }
  }
  const [first, last] = [days[0]?.day, days.at(-1)?.day]
  const span =
    first && last
      ? `${formatDay(first)} to ${formatDay(last)}, ${formatNumber(days.length)} ${days.length === 1 ? 'day' : 'days'}`
      : 'nothing yet'
  return (
    <li>
      <span className="log-source-name">
        <b>{name}</b> <span className="soft">{KIND_TEXT[kind]}</span>
      </span>
      <span className="log-source-span">
        {span}
        {kind === 'monitor' && heardAt && <span className="soft">, heard {new Date(heardAt).toLocaleString()}</span>}
      </span>
      {kind !== 'hand' && (
        <label className="log-clock">
          clock{' '}
          <select value={clockFastMin} onChange={(event) => void change({ clockFastMin: Number(event.target.value) })}>
            {clockChoices(clockFastMin).map((minutes) => (
              <option key={minutes} value={minutes}>
                {clockText(minutes)}
              </option>
            ))}
          </select>
        </label>
      )}
      {source.offsetMin !== offsetMin && (
        <button type="button" className="pick" onClick={() => void change({})}>
          Sum up by the site’s clock
        </button>
      )}
      {isSure ? (
        <>
          <button type="button" className="pick log-danger" onClick={() => void remove()}>
            Remove {name} and its readings
          </button>
          <button type="button" className="pick" onClick={() => setSure(false)}>
            Keep it
          </button>
        </>
      ) : (
        <button type="button" className="pick" onClick={() => setSure(true)}>
          Remove …
        </button>
      )}
      {trouble !== '' && <span className="field-error log-trouble">{trouble}</span>}
      {problem !== '' && (
        <span className="field-error log-trouble" role="alert">
          {problem} Nothing was changed.
        </span>
      )}
    </li>
  )
}

const HOURS = [-720, -180, -120, -60, 0, 60, 120, 180, 720]
const clockChoices = (now: number): number[] => [...new Set([...HOURS, now])].sort((a, b) => a - b)

function clockText(minutes: number): string {
  if (minutes === 0) return 'right'
  const far = Math.abs(minutes)
  const text = far % 60 === 0 ? `${far / 60} h` : `${far} min`
  return `${text} ${minutes > 0 ? 'fast' : 'slow'}`
}
