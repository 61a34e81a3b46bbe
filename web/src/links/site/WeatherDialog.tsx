import { Button, FileButton, Modal } from '@mantine/core'
import { IconFileImport } from '@tabler/icons-react'
import { guessedColumns, type HourlyColumns, type WeatherMonths } from '@yard-lamp/core/site'
import { formatNumber } from '@yard-lamp/core/units'
import { proxy } from 'comlink'
import { type ReactNode, useState } from 'react'
import { ChoiceField } from '../../fields/ChoiceField.tsx'
import { ReadingLine, useReading } from '../../files/Reading.tsx'
import { weatherFiles } from '../../workers/weather.ts'

type State =
  | { readonly status: 'idle' }
  | { readonly status: 'refused'; readonly file: string; readonly message: string }
  /** A table whose columns a person names; the table itself stays where it was read. */
  | {
      readonly status: 'table'
      readonly file: string
      readonly first: string[][]
      readonly count: number
      readonly heading: number
      readonly refused: string
    }
  | { readonly status: 'read'; readonly file: string; readonly months: WeatherMonths }

interface WeatherDialogProps {
  opened: boolean
  onClose: () => void
  title: string
  /** What becomes of the file, above it. */
  says: string
  /** What was read, and what of it is taken. */
  children: (file: string, months: WeatherMonths, onDone: () => void) => ReactNode
}

/** Brings in a year of hours: an EPW weather file, or a table whose columns a person names. Nothing changes until it is taken. */
export function WeatherDialog({ opened, onClose, title, says, children }: WeatherDialogProps) {
  const [state, setState] = useState<State>({ status: 'idle' })
  const files = useReading()
  const cancel = () => {
    files.cancel()
    weatherFiles.end()
  }
  const close = () => {
    cancel()
    setState({ status: 'idle' })
    onClose()
  }
  const read = async (file: File) => {
    setState({ status: 'idle' })
    try {
      const found = await files.run(file.name, (signal, onShare) =>
        Promise.race([weatherFiles.ask().openWeather(file, proxy(onShare)), cancelled(signal)]),
      )
      if (found.kind === 'months') setState({ status: 'read', file: file.name, months: found.months })
      else {
        const { first, rows: count, heading } = found
        setState({ status: 'table', file: file.name, first, count, heading, refused: '' })
      }
    } catch (error) {
      setState({ status: 'refused', file: file.name, message: (error as Error).message })
    }
  }
  return (
    <Modal opened={opened} onClose={close} title={title} size="xl" closeButtonProps={{ 'aria-label': 'Close' }}>
      <p className="small">
        An EPW weather file, or a table (CSV) with an hour in each row: 8,760 rows, or 8,784 of a leap year. {says}
      </p>
      <p className="weather-file">
        <FileButton
          accept=".epw,.csv,.txt,.tsv"
          inputProps={{ 'aria-label': 'Weather file' }}
          onChange={(file) => file && void read(file)}
        >
          {(props) => (
            <Button {...props} variant="default" leftSection={<IconFileImport size={16} />}>
              Choose a file
            </Button>
          )}
        </FileButton>{' '}
        {'file' in state && <span className="soft">{state.file}</span>}
      </p>
      <ReadingLine reading={files.reading} onCancel={cancel} />
      {state.status === 'refused' && (
        <p className="notice notice-fault" role="alert">
          <span className="notice-text">
            {state.message} <span className="notice-remedy">Nothing was changed.</span>
          </span>
        </p>
      )}
      {state.status === 'table' && (
        <ColumnChoice
          {...state}
          onRefused={(refused) => setState({ ...state, refused })}
          onRead={(months) => setState({ status: 'read', file: state.file, months })}
        />
      )}
      {state.status === 'read' && children(state.file, state.months, close)}
    </Modal>
  )
}

const cancelled = (signal: AbortSignal): Promise<never> =>
  new Promise((_resolve, reject) =>
    signal.addEventListener('abort', () => reject(new Error('The file was not read: cancelled.'))),
  )

const SUN_UNITS = (['W/m²', 'kWh/m²', 'MJ/m²'] as const).map((value) => ({ value, label: value }))
const AIR_UNITS = (['°C', '°F'] as const).map((value) => ({ value, label: value }))

interface ColumnChoiceProps {
  /** Rows from the top. */
  first: string[][]
  /** Rows of the whole table. */
  count: number
  heading: number
  refused: string
  onRefused: (message: string) => void
  onRead: (months: WeatherMonths) => void
}

/** Which column is the sun, which the air: a first guess from the headings, put right by a person. */
// biome-ignore lint/complexity/noExcessiveLinesPerFunction: one form, its fields in order
function ColumnChoice({ first: rows, count, heading, refused, onRefused, onRead }: ColumnChoiceProps) {
  const [skipped, setSkipped] = useState(heading)
  const titles = rows[Math.max(0, skipped - 1)] ?? []
  const width = rows[skipped]?.length ?? 0
  const [columns, setColumns] = useState<HourlyColumns>(() =>
    guessedColumns(heading > 0 ? (rows[heading - 1] ?? []) : []),
  )
  const names = Array.from({ length: width }, (_, i) =>
    skipped > 0 && titles[i]?.trim() ? titles[i] : `column ${i + 1}`,
  )
  const named = names.map((label, i) => ({ value: String(i), label }))
  const read = async () => {
    try {
      onRead(await weatherFiles.ask().readColumns(skipped, columns))
    } catch (error) {
      onRefused((error as Error).message)
    }
  }
  const choose = <K extends keyof HourlyColumns>(key: K, value: HourlyColumns[K]) =>
    setColumns({ ...columns, [key]: value })
  return (
    <>
      <div className="fields weather-columns">
        <ChoiceField
          place=""
          label="Rows of heading"
          value={String(skipped)}
          onValue={(value) => setSkipped(Number(value))}
          choices={[0, 1, 2, 3, 4, 5, 10, 20]
            .concat(heading)
            .filter((each, i, all) => all.indexOf(each) === i)
            .sort((a, b) => a - b)
            .map((each) => ({ value: String(each), label: String(each) }))}
        />
        <ChoiceField
          place=""
          label="Sun on the flat"
          value={String(columns.sun)}
          onValue={(value) => choose('sun', Number(value))}
          choices={named}
        />
        <ChoiceField
          place=""
          label="Sun in"
          value={columns.sunUnit}
          onValue={(sunUnit) => choose('sunUnit', sunUnit)}
          choices={SUN_UNITS}
        />
        <ChoiceField
          place=""
          label="Air temperature"
          value={String(columns.air ?? '')}
          onValue={(value) => choose('air', value === '' ? null : Number(value))}
          choices={[{ value: '', label: 'none' }, ...named]}
        />
        <ChoiceField
          place=""
          label="Air in"
          value={columns.airUnit}
          onValue={(airUnit) => choose('airUnit', airUnit)}
          choices={AIR_UNITS}
        />
      </div>
      <div className="table-scroll">
        <table className="sheet-table weather-rows">
          <thead>
            <tr>
              {names.map((name, i) => (
                <th key={i} className={i === columns.sun || i === columns.air ? 'weather-chosen' : ''}>
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {[...rows.slice(skipped, skipped + 2), ...rows.slice(skipped + 11, skipped + 14)].map((row, i) => (
              <tr key={i}>
                {row.map((cell, at) => (
                  <td key={at}>{cell}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="soft small">The first hours and those about noon of {formatNumber(count - skipped)} rows.</p>
      {refused !== '' && (
        <p className="notice notice-fault" role="alert">
          <span className="notice-text">{refused}</span>
        </p>
      )}
      <Button onClick={() => void read()}>Read these columns</Button>
    </>
  )
}
