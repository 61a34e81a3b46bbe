import { Button, FileButton, Modal, Progress } from '@mantine/core'
import { IconFileImport } from '@tabler/icons-react'
import type { ReadingSource } from '@yard-lamp/core/log'
import { dateOfDay, dayOf, type Mapping } from '@yard-lamp/core/log'
import { formatDay, formatNumber } from '@yard-lamp/core/units'
import { useState } from 'react'
import { api } from '../../api/client.ts'
import { ReadingLine, useReading } from '../../files/Reading.tsx'
import { openLog } from '../../store/log.ts'
import { selectJobId } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { readingFiles } from '../../workers/readings.ts'
import type { TableFound, TableSummary } from '../../workers/readings.worker.ts'
import { MappingTable } from './MappingTable.tsx'
import './import.css'
import { saidOf } from './source-said.ts'

interface Opened {
  readonly file: string
  readonly found: TableFound
  readonly mapping: Mapping
  readonly isSureOfDay: boolean
  /** Files of this name were brought in before; and their columns named so. */
  readonly source: ReadingSource | null
  readonly isNamed: boolean
}

/** Brings in a table of readings: CSV, XLSX, or pasted. Nothing is kept until it was shown what it says. */
export function ImportDialog({
  opened,
  onClose,
  offsetMin,
}: {
  opened: boolean
  onClose: () => void
  offsetMin: number
}) {
  const sources = useAppSelector(({ log }) => log.sources)
  const files = useReading()
  const [open, setOpen] = useState<Opened | null>(null)
  const [problem, setProblem] = useState('')
  const close = () => {
    files.cancel()
    readingFiles.end()
    setOpen(null)
    setProblem('')
    onClose()
  }
  const read = async (name: string, bytes: ArrayBuffer) => {
    setProblem('')
    setOpen(null)
    try {
      const found = await files.run(name, () => readingFiles.ask().open(name, bytes))
      const { guess, titles, rows } = found
      const known = sources.find((source) => source.kind === 'file' && source.name === sourceName(name))
      const named = known?.mapping && fits(known.mapping, titles.length) ? known.mapping : null
      const mapping = named ?? guess?.mapping
      if (rows === 0) return setProblem(`${name} has no rows below its heading.`)
      if (!mapping) return setProblem(`No column of ${name} holds times: a heading, then a date and time in each row.`)
      setOpen({
        file: name,
        found,
        mapping,
        isSureOfDay: named !== null || (guess?.isSureOfDay ?? true),
        source: known ?? null,
        isNamed: named !== null,
      })
    } catch (error) {
      setProblem((error as Error).message)
    }
  }
  return (
    <Modal
      opened={opened}
      onClose={close}
      title="Bring in readings"
      size="xl"
      closeButtonProps={{ 'aria-label': 'Close' }}
    >
      <p className="small">
        A table with a heading and a time in each row: CSV, XLSX, or pasted. Its columns are remembered.
      </p>
      <Pick isOpen={open !== null} onRead={(name, bytes) => void read(name, bytes)} />
      <ReadingLine reading={files.reading} onCancel={close} />
      {problem !== '' && (
        <p className="notice notice-fault" role="alert">
          <span className="notice-text">
            {problem} <span className="notice-remedy">Nothing was kept.</span>
          </span>
        </p>
      )}
      {open && (
        <Take open={open} offsetMin={offsetMin} onMapping={(mapping) => setOpen({ ...open, mapping })} onDone={close} />
      )}
    </Modal>
  )
}

interface PickProps {
  isOpen: boolean
  onRead: (name: string, bytes: ArrayBuffer) => void
}

/** A file, or what was copied from a table. */
function Pick({ isOpen, onRead }: PickProps) {
  const [pasted, setPasted] = useState('')
  return (
    <>
      <p className="log-picks">
        <FileButton
          accept=".csv,.txt,.tsv,.xlsx"
          inputProps={{ 'aria-label': 'File of readings' }}
          onChange={(file) => file && void file.arrayBuffer().then((bytes) => onRead(file.name, bytes))}
        >
          {(props) => (
            <Button {...props} variant="default" leftSection={<IconFileImport size={16} />}>
              Choose a file
            </Button>
          )}
        </FileButton>
      </p>
      {!isOpen && (
        <label className="log-paste">
          or paste a table
          <textarea
            rows={4}
            value={pasted}
            spellCheck={false}
            placeholder={'time\tsoc %\tbattery V\n2026-06-01 08:00\t81\t25.6'}
            onChange={(event) => setPasted(event.target.value)}
          />
          <Button
            variant="default"
            disabled={pasted.trim() === ''}
            onClick={() => onRead(PASTED, new TextEncoder().encode(pasted).buffer as ArrayBuffer)}
          >
            Read what was pasted
          </Button>
        </label>
      )}
    </>
  )
}

const PASTED = 'Pasted.csv'
/** Files that differ in their date alone are one source: "Export 2026-05.csv", "Export 2026-06.csv". */
const sourceName = (file: string): string =>
  file
    .replace(/\.[a-z]+$/i, '')
    .replace(/[\d][\d\s_.-]*/g, '')
    .trim()
    .slice(0, 80) || 'Readings'

const fits = ({ date, columns }: Mapping, width: number): boolean =>
  date < width && columns.every(({ column }) => column < width)

interface TakeProps {
  open: Opened
  offsetMin: number
  onMapping: (mapping: Mapping) => void
  onDone: () => void
}

/** What its columns hold, what is found in it, and then the taking. */
function Take({ open, offsetMin, onMapping, onDone }: TakeProps) {
  const { found, mapping, isSureOfDay, file, source, isNamed } = open
  const jobId = useAppSelector(selectJobId)
  const dispatch = useAppDispatch()
  const [summary, setSummary] = useState<TableSummary | null>(null)
  const [share, setShare] = useState<number | null>(null)
  const [problem, setProblem] = useState('')
  const look = async () => setSummary(await readingFiles.ask().read(mapping, offsetMin * 60_000))
  const take = async () => {
    if (!summary) return
    setProblem('')
    setShare(0)
    try {
      const said = { name: sourceName(file), clockFastMin: 0, address: null, topic: null, account: null }
      const kept = source
        ? await api.changeSource(jobId, source.id, { ...saidOf(source), mapping })
        : await api.addSource(jobId, 'file', { ...said, mapping, offsetMin })
      let done = 0
      for (let which = 0; ; which++) {
        const batch = await readingFiles.ask().batch(which)
        if (!batch) break
        await api.addReadings(jobId, kept.id, batch)
        done += batch.at.length
        setShare(done / summary.readings)
      }
      await dispatch(openLog(jobId))
      onDone()
    } catch (error) {
      setShare(null)
      setProblem(
        `${(error as Error).message} What was sent before is kept; bring the file in again, and what is there already is not kept twice.`,
      )
      void dispatch(openLog(jobId))
    }
  }
  return (
    <>
      <p>
        {file}: {formatNumber(found.rows)} rows.
        {isNamed && ' Columns as they were named last time.'}
      </p>
      <MappingTable
        found={found}
        mapping={mapping}
        isSureOfDay={isSureOfDay}
        onMapping={(next) => {
          setSummary(null)
          onMapping(next)
        }}
      />
      {!summary && (
        <Button onClick={() => void look()} disabled={mapping.columns.length === 0}>
          Read it so
        </Button>
      )}
      {summary && <Summary summary={summary} />}
      {problem !== '' && (
        <p className="field-error" role="alert">
          {problem}
        </p>
      )}
      {share !== null && <Progress value={share * 100} size="sm" aria-label="How far" />}
      {summary && summary.readings > 0 && (
        <Button onClick={() => void take()} loading={share !== null}>
          Keep {formatNumber(summary.readings)} readings
        </Button>
      )}
    </>
  )
}

function Summary({ summary }: { summary: TableSummary }) {
  const { readings, fromMs, toMs, stepMs, gaps, resets, duplicates, outOfOrder, leftOut, problems } = summary
  const noticed = [
    [gaps, 'gap stays a gap', 'gaps stay gaps'],
    [resets, 'count was set back', 'times a count was set back'],
    [
      duplicates,
      'row of a moment that is there already: the last counts',
      'rows of moments that are there already: the last counts',
    ],
    [outOfOrder, 'row out of order: sorted', 'rows out of order: sorted'],
    [leftOut, 'cell or row cannot be, and is left out', 'cells or rows cannot be, and are left out'],
  ] as const
  return (
    <div className="log-summary">
      <p>
        {readings === 0
          ? 'Nothing in it can be read so.'
          : `${formatNumber(readings)} readings from ${dayText(fromMs)} to ${dayText(toMs)}, one each ${stepText(stepMs)}.`}
      </p>
      <ul>
        {noticed
          .filter(([count]) => count > 0)
          .map(([count, one, more]) => (
            <li key={one}>
              {formatNumber(count)} {count === 1 ? one : more}
            </li>
          ))}
        {problems.map(({ row, message }) => (
          <li key={`${row}${message}`} className="field-error">
            Row {row}: {message}
          </li>
        ))}
      </ul>
    </div>
  )
}

const dayText = (ms: number): string => formatDay(dateOfDay(dayOf(ms, 0)))

function stepText(stepMs: number): string {
  if (stepMs < 60_000) return `${Math.round(stepMs / 1000)} s`
  return stepMs < 3_600_000 ? `${Math.round(stepMs / 60_000)} min` : `${Math.round(stepMs / 360_000) / 10} h`
}
