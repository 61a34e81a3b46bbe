import type { WorkedYear } from '../../chain/worked-year.ts'
import { askedText, meanOfYears, shareText } from '../../chain/year-text.ts'
import { formatNumber, formatPercent, formatQuantity, monthName } from '../../units/format.ts'
import type { ReportBrief } from '../brief.ts'
import { type Block, column, figures, row, type Section, section, table, tell, words } from '../content.ts'

/** What the years hour by hour came to; by year for whoever reads all of it. */
export function yearSection({ design }: ReportBrief, byYear: boolean): Section | null {
  const { year } = design
  if (design.battery.bank === null) return null
  if (!year) return section('year', 'The year, hour by hour', [words('It has not been worked yet.', 'soft')])
  const { years, share, askedFor, longestGap } = year
  const blocks: Block[] = [
    words([
      { text: year.carried ? 'It carries what is asked.' : 'It does not carry what is asked.', bad: !year.carried },
      ` ${formatNumber(years.length)} years drawn from the months of the site, each worked hour by hour.`,
    ]),
    { kind: 'list', tone: 'plain', items: askedFor.map((each) => [{ text: askedText(each, year), bad: !each.met }]) },
    {
      kind: 'facts',
      facts: [
        { label: 'Carried, of all hours', text: shareText(share.hours) },
        { label: 'Of the critical hours', text: shareText(share.criticalHours) },
        {
          label: 'Longest gap',
          text:
            longestGap.hours === 0
              ? 'none'
              : `${formatQuantity(longestGap.hours, 'h')}, in ${monthName(longestGap.month)}`,
        },
        { label: 'Generator', text: generatorText(year, design) },
        { label: 'Lowest charge', text: formatPercent(Math.min(...years.map(({ lowestSoc }) => lowestSoc)), 0) },
      ],
    },
  ]
  for (const { name, design: system } of design.beside)
    if (system.year)
      blocks.push(
        words([
          `${name}: `,
          {
            text: system.year.carried ? 'carries what is asked' : 'does not carry what is asked',
            bad: !system.year.carried,
          },
          `, ${shareText(system.year.share.hours)} of its hours.`,
        ]),
      )
  if (byYear) blocks.push(yearsTable(year))
  blocks.push(
    words(
      'A simulation of synthetic weather shows what such years bring, not what the next one will; it replaces no measurement.',
      'soft',
    ),
  )
  return section('year', 'The year, hour by hour', blocks)
}

function generatorText(year: WorkedYear, { write }: ReportBrief['design']): string {
  const hours = meanOfYears(year, ({ generatorHours }) => generatorHours)
  if (hours < 0.5) return 'none'
  return `${formatQuantity(hours, 'h', 0)} and ${write.quantity(
    meanOfYears(year, ({ fuelL }) => fuelL),
    'L',
    0,
  )} a year`
}

const yearsTable = ({ years }: WorkedYear): Block =>
  table(
    'Years',
    'Year by year',
    [
      column('year'),
      figures('without', 'h'),
      figures('critical', 'h'),
      figures('longest gap', 'h'),
      figures('generator', 'h'),
      figures('left over', 'kWh'),
      figures('lowest charge', '%'),
      figures('full cycles'),
    ],
    years.map((each) => {
      const whole = (value: number) => tell(value, formatNumber(value, 0))
      return row(
        formatNumber(each.seed),
        whole(each.unmetHours),
        whole(each.criticalUnmetHours),
        whole(each.longestGapHours),
        whole(each.generatorHours),
        whole(each.surplusWh / 1000),
        whole(each.lowestSoc * 100),
        whole(each.equivalentCycles),
      )
    }),
  )
