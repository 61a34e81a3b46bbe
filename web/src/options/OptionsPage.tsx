import { Button } from '@mantine/core'
import { nanoid } from '@reduxjs/toolkit'
import { IconCopy, IconTrash } from '@tabler/icons-react'
import { answers, type Design, LINKS } from '@yard-lamp/core'
import { DEFAULTS } from '@yard-lamp/core/job'
import { isQuestion, meanOfYears, shareText, yearQuestion } from '@yard-lamp/core/proof'
import type { ComparedOption } from '@yard-lamp/core/report'
import { formatMoney, formatNumber, formatQuantity, monthName, type Writer } from '@yard-lamp/core/units'
import { type ReactNode, useEffect } from 'react'
import { Part } from '../job/Page.tsx'
import { linkTitle } from '../pages.ts'
import { edited } from '../store/job-slice.ts'
import { selectCatalogue, selectJob } from '../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../store/store.ts'
import { useWrite } from '../store/use-write.ts'
import { useComparedOptions } from './use-option-years.ts'
import './options.css'

const MOST_OPTIONS = 24

/** The options of a job side by side: what each costs, weighs, carries and lacks. One is the chosen one. */
export default function OptionsPage() {
  const write = useWrite()
  const job = useAppSelector(selectJob)
  const catalogue = useAppSelector(selectCatalogue)
  const dispatch = useAppDispatch()
  const compared = useComparedOptions(job, catalogue)
  useEffect(() => {
    document.title = 'Options · Yard Lamp'
  }, [])
  const copy = () => {
    const names = new Set(job.options.map(({ name }) => name))
    const letter = [...'ABCDEFGHIJKLMNOPQRSTUVWX'].find((each) => !names.has(`Option ${each}`)) ?? ''
    dispatch(edited({ act: 'copy-option', id: nanoid(8), name: `Option ${letter}`.trim() }))
  }
  const chosen = (each: ComparedOption) => each.option.id === job.chosenOptionId
  const row = (name: string, cell: (each: ComparedOption) => ReactNode) => (
    <tr key={name}>
      <th scope="row">{name}</th>
      {compared.map((each) => (
        <td key={each.option.id} className={chosen(each) ? 'chosen' : ''}>
          {cell(each)}
        </td>
      ))}
    </tr>
  )
  return (
    <>
      <h1>Which way to build it?</h1>
      <p className="soft options-lead">
        Every page works on the chosen option. Site and loads are the same for all of them.
      </p>
      <div className="options-actions">
        <Button leftSection={<IconCopy size={16} />} disabled={job.options.length >= MOST_OPTIONS} onClick={copy}>
          Another option like the chosen one
        </Button>
      </div>
      <Bars compared={compared} chosenId={job.chosenOptionId} />
      <Part
        name="Side by side"
        aside={`price of a kWh over ${job.horizonYears ?? DEFAULTS.horizonYears.value} years: banks bought again, no fuel, no interest`}
      >
        <div className="table-scroll">
          <table className="sheet-table options-table">
            <thead>
              <tr>
                <th>
                  <span className="visually-hidden">What</span>
                </th>
                {compared.map((each) => (
                  <th key={each.option.id} className={chosen(each) ? 'chosen' : ''}>
                    <input
                      className="options-name"
                      aria-label={`Name of ${each.option.name}`}
                      value={each.option.name}
                      maxLength={120}
                      onChange={(event) =>
                        event.target.value.trim() !== '' &&
                        dispatch(edited({ act: 'rename-option', id: each.option.id, name: event.target.value }))
                      }
                    />
                    <span className="options-pick">
                      <button
                        type="button"
                        className="pick"
                        aria-pressed={chosen(each)}
                        aria-label={`Choose ${each.option.name}`}
                        onClick={() =>
                          dispatch(edited({ act: 'choose-option', id: each.option.id }, `choosing ${each.option.name}`))
                        }
                      >
                        {chosen(each) ? 'chosen' : 'choose'}
                      </button>
                      {compared.length > 1 && (
                        <button
                          type="button"
                          className="pick"
                          aria-label={`Remove ${each.option.name}`}
                          onClick={() =>
                            dispatch(
                              edited({ act: 'remove-option', id: each.option.id }, `removing ${each.option.name}`),
                            )
                          }
                        >
                          <IconTrash size={14} aria-hidden />
                        </button>
                      )}
                    </span>
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {row('Price', (each) =>
                each.price === null ? notYet(each) : <b>{formatMoney(each.price, each.design.parts.currency)}</b>,
              )}
              {row('Price of a kWh delivered', (each) =>
                each.pricePerKwh ? `${formatNumber(each.pricePerKwh.value, 2)} ${each.design.parts.currency}` : '–',
              )}
              {row('Weight', (each) => (each.weightKg === null ? '–' : write.quantity(each.weightKg, 'kg', 0)))}
              {row('Usable', (each) => (each.usableKwh === null ? '–' : formatQuantity(each.usableKwh, 'kWh', 1)))}
              {row('Carries', (each) =>
                each.carriesDays === null ? '–' : formatQuantity(each.carriesDays, 'days', 1),
              )}
              {row('Months short', (each) => monthsShort(each))}
              {row('The year carries', (each) => yearOf(each))}
              {row('Generator, a year', ({ design: { year } }) =>
                year ? hoursText(meanOfYears(year, ({ generatorHours }) => generatorHours)) : '–',
              )}
              {row('Checks', (each) => checksOf(each))}
              {LINKS.filter((link) => !['site', 'loads', 'parts'].includes(link)).map((link) =>
                row(linkTitle(link), (each) => answers(each.design)[link]),
              )}
            </tbody>
          </table>
        </div>
      </Part>
    </>
  )
}

const notYet = (each: ComparedOption): string => (each.needs === 1 ? '1 figure needed' : `${each.needs} figures needed`)

function monthsShort({ monthsShort: short, backupMonths }: ComparedOption): ReactNode {
  if (short === null) return '–'
  const backup = backupMonths.length > 0 ? `; ${backupMonths.length} left to a generator` : ''
  if (short.length === 0) return `none${backup}`
  return (
    <b className="options-bad">
      {short.map((month) => monthName(month).slice(0, 3)).join(', ')}
      {backup}
    </b>
  )
}

const hoursText = (hours: number): string => (hours < 0.5 ? 'none' : formatQuantity(hours, 'h', 0))

/** Its year can be worked, and has not been yet. */
const isAwaited = (design: Design): boolean => design.year === null && isQuestion(yearQuestion(design))

/** What its years carry; whether that is what the brief asks. */
function yearOf({ design }: ComparedOption): ReactNode {
  const { year } = design
  if (!year) return isAwaited(design) ? <span className="soft">being worked …</span> : '–'
  const text = `${shareText(year.share.hours)} of hours`
  return year.carried ? `● ${text}` : <b className="options-bad">△ {text}</b>
}

function checksOf({ design, found: { danger, fault, advice } }: ComparedOption): ReactNode {
  if (danger + fault + advice === 0)
    return isAwaited(design) ? (
      <span className="soft">silent so far …</span>
    ) : (
      <span className="options-sound">● silent</span>
    )
  return (
    <>
      {danger > 0 && <b className="options-bad">▲ {danger} danger </b>}
      {fault > 0 && <b className="options-bad">△ {fault === 1 ? '1 fault' : `${fault} faults`} </b>}
      {advice > 0 && <span>○ {advice} advice</span>}
    </>
  )
}

const MEASURES: readonly {
  name: string
  of: (each: ComparedOption) => number | null
  text: (value: number, each: ComparedOption, write: Writer) => string
}[] = [
  { name: 'Price', of: (each) => each.price, text: (value, each) => formatMoney(value, each.design.parts.currency) },
  { name: 'Usable', of: (each) => each.usableKwh, text: (value) => formatQuantity(value, 'kWh', 1) },
  { name: 'Weight', of: (each) => each.weightKg, text: (value, _each, write) => write.quantity(value, 'kg', 0) },
  {
    name: 'A kWh delivered',
    of: (each) => each.pricePerKwh?.value ?? null,
    text: (value, each) => `${formatNumber(value, 2)} ${each.design.parts.currency}`,
  },
]

/** Each measure as bars on one scale, the options under one another. */
function Bars({ compared, chosenId }: { compared: readonly ComparedOption[]; chosenId: string }) {
  const write = useWrite()
  return (
    <div className="options-bars">
      {MEASURES.map(({ name, of, text }) => {
        const most = Math.max(...compared.map((each) => of(each) ?? 0), 1e-9)
        return (
          <figure key={name}>
            <figcaption>{name}</figcaption>
            {compared.map((each) => {
              const value = of(each)
              return (
                <div
                  key={each.option.id}
                  className={each.option.id === chosenId ? 'options-bar options-bar-on' : 'options-bar'}
                >
                  <span className="options-bar-name">{each.option.name}</span>
                  <span className="options-bar-line">
                    <i style={{ width: `${((value ?? 0) / most) * 100}%` }} />
                  </span>
                  <span className="number">{value === null ? '–' : text(value, each, write)}</span>
                </div>
              )
            })}
          </figure>
        )
      })}
    </div>
  )
}
