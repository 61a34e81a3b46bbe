import { Button } from '@mantine/core'
import { IconArrowLeft, IconPrinter } from '@tabler/icons-react'
import { LABEL_SORTS, type Label, labelsOf } from '@yard-lamp/core/build'
import { useEffect, useId, useMemo, useState } from 'react'
import { Link, useParams } from 'react-router'
import { NotOpened } from '../../job/NotOpened.tsx'
import { useOpenJob } from '../../job/use-open-job.ts'
import { selectBuildings } from '../../store/records.ts'
import { selectDesignOrNull } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'
import { Code } from './Code.tsx'
import { useBuilding } from './use-building.ts'
import '../../fields/fields.css'
import '../../sheet/sheet.css'
import './labels.css'

/** Sheets of labels that shops have, mm on A4; other papers are cut by hand. */
const SHEETS = [
  { id: 'large', columns: 3, rows: 8, widthMm: 70, heightMm: 36, topMm: 4.5, leftMm: 0 },
  { id: 'middle', columns: 4, rows: 10, widthMm: 52.5, heightMm: 29.7, topMm: 0, leftMm: 0 },
  { id: 'small', columns: 5, rows: 13, widthMm: 38.1, heightMm: 21.2, topMm: 10.7, leftMm: 4.75 },
] as const
type Sheet = (typeof SHEETS)[number]

const SORT: Readonly<Record<Label['sort'], string>> = {
  cable: 'cables, both ends',
  device: 'fuses and breakers',
  unit: 'units',
  warning: 'warnings',
}
const KEY = 'yardlamp.labels'
/** Labels that are shown and printed together: each has a code to draw. */
const MOST_AT_ONCE = 1000

/** Labels to print and stick on, each with a code that leads to its circuit. */
export default function LabelsPage() {
  const { id = '' } = useParams()
  const { failure, again } = useOpenJob(id)
  const opened = useAppSelector((state) => (state.job?.id === id ? selectDesignOrNull(state) : null))
  const status = useAppSelector(({ records }) => records.status)
  useEffect(() => {
    if (opened) document.title = `${opened.job.name} · labels`
  }, [opened])
  if (failure) return <NotOpened id={id} failure={failure} again={again} />
  if (!opened || status === 'reading') return <p className="loading">Cutting the labels …</p>
  return <Labels id={id} />
}

function Labels({ id }: { id: string }) {
  const { design } = useBuilding(null)
  const isBegun = useAppSelector(selectBuildings).length > 0
  const [sheetId, setSheetId] = useRemembered()
  const [sorts, setSorts] = useState<readonly Label['sort'][]>(LABEL_SORTS)
  const [first, setFirst] = useState(1)
  const sheet = SHEETS.find((each) => each.id === sheetId) ?? SHEETS[0]
  const all = useMemo(() => labelsOf(design), [design])
  const chosen = all.filter(({ sort }) => sorts.includes(sort))
  const [partAt, setPartAt] = useState(0)
  const every = chosen.flatMap((label) => Array.from({ length: label.copies }, () => label))
  const parts = Math.ceil(every.length / MOST_AT_ONCE)
  const part = Math.min(partAt, Math.max(0, parts - 1))
  const each = every.slice(part * MOST_AT_ONCE, (part + 1) * MOST_AT_ONCE)
  const ids = { sheet: useId(), first: useId(), part: useId() }
  const onSheet = sheet.columns * sheet.rows
  return (
    <div className="labels">
      <h1 className="visually-hidden">Labels</h1>
      <div className="sheet-bar labels-bar">
        <Button
          variant="default"
          component={Link}
          to={`/jobs/${id}/${isBegun ? 'build' : 'wiring'}`}
          leftSection={<IconArrowLeft size={16} />}
        >
          Back
        </Button>
        <div className="field">
          <label htmlFor={ids.sheet}>Sheet of labels</label>
          <select id={ids.sheet} value={sheet.id} onChange={(event) => setSheetId(event.target.value)}>
            {SHEETS.map(({ id: each, columns, rows, widthMm, heightMm }) => (
              <option key={each} value={each}>
                {columns * rows} on A4, {widthMm} × {heightMm} mm
              </option>
            ))}
          </select>
        </div>
        <div className="field">
          <label htmlFor={ids.first}>First free label</label>
          <span className="field-box">
            <input
              id={ids.first}
              type="number"
              min={1}
              max={onSheet}
              value={first}
              onChange={(event) =>
                setFirst(Math.min(onSheet, Math.max(1, Math.round(Number(event.target.value)) || 1)))
              }
            />
          </span>
        </div>
        {parts > 1 && (
          <div className="field">
            <label htmlFor={ids.part}>Of {every.length} labels</label>
            <select id={ids.part} value={part} onChange={(event) => setPartAt(Number(event.target.value))}>
              {Array.from({ length: parts }, (_, i) => (
                <option key={i} value={i}>
                  {i * MOST_AT_ONCE + 1} to {Math.min(every.length, (i + 1) * MOST_AT_ONCE)}
                </option>
              ))}
            </select>
          </div>
        )}
        <fieldset className="labels-sorts">
          <legend>For</legend>
          {LABEL_SORTS.map((sort) => (
            <label key={sort}>
              <input
                type="checkbox"
                checked={sorts.includes(sort)}
                onChange={(event) =>
                  setSorts(
                    LABEL_SORTS.filter((other) => (other === sort ? event.target.checked : sorts.includes(other))),
                  )
                }
              />{' '}
              {SORT[sort]}
            </label>
          ))}
        </fieldset>
        <Button leftSection={<IconPrinter size={16} />} disabled={each.length === 0} onClick={() => window.print()}>
          Print {each.length} labels
        </Button>
      </div>
      <p className="labels-hint">
        Print at 100 %, without margins of the printer’s own. A code leads to {location.origin}.
      </p>
      {each.length === 0 ? (
        <p className="labels-hint">
          No labels: {all.length === 0 ? 'this design has no circuits yet.' : 'choose what they are for.'}
        </p>
      ) : (
        <div className="labels-pages">
          <Pages sheet={sheet} labels={each} first={first} jobId={id} />
        </div>
      )}
    </div>
  )
}

interface PagesProps {
  sheet: Sheet
  labels: readonly Label[]
  first: number
  jobId: string
}

function Pages({ sheet, labels, first, jobId }: PagesProps) {
  const onSheet = sheet.columns * sheet.rows
  const filled: readonly (Label | null)[] = [...Array.from({ length: first - 1 }, () => null), ...labels]
  const pages = Array.from({ length: Math.ceil(filled.length / onSheet) }, (_, i) =>
    filled.slice(i * onSheet, (i + 1) * onSheet),
  )
  return pages.map((page, i) => (
    <section
      key={i}
      className="label-page"
      aria-label={`Sheet ${i + 1} of ${pages.length}`}
      style={{
        gridTemplateColumns: `repeat(${sheet.columns}, ${sheet.widthMm}mm)`,
        gridAutoRows: `${sheet.heightMm}mm`,
        paddingTop: `${sheet.topMm}mm`,
        paddingLeft: `${sheet.leftMm}mm`,
      }}
    >
      {page.map((label, at) => (
        <One key={at} label={label} jobId={jobId} size={sheet.id} />
      ))}
    </section>
  ))
}

function One({ label, jobId, size }: { label: Label | null; jobId: string; size: Sheet['id'] }) {
  if (!label) return <div className="label" />
  const [main, ...more] = label.lines
  return (
    <div className={`label label-${label.sort} label-${size}`}>
      <div className="label-text">
        {label.designation !== '' && <b>{label.designation}</b>}
        <span>{main}</span>
        {more.map((line) => (
          <small key={line}>{line}</small>
        ))}
      </div>
      {label.leads && <Code text={`${location.origin}/jobs/${jobId}/at?place=${label.leads.place}`} />}
    </div>
  )
}

function useRemembered(): [string, (id: string) => void] {
  const [sheetId, set] = useState(() => localStorage.getItem(KEY) ?? SHEETS[0].id)
  return [
    sheetId,
    (id) => {
      set(id)
      localStorage.setItem(KEY, id)
    },
  ]
}
