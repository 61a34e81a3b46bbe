import { optionSchema } from '@yard-lamp/core/job'
import { formatNumber, formatQuantity, monthName } from '@yard-lamp/core/units'
import { ExistingPart } from '../../existing/ExistingPart.tsx'
import { ChoiceField } from '../../fields/ChoiceField.tsx'
import { NumberField } from '../../fields/NumberField.tsx'
import { OptionNumber } from '../../fields/OptionNumber.tsx'
import { Page, Part } from '../../job/Page.tsx'
import { LaterPart } from '../../later/LaterPart.tsx'
import { SchoolsPart } from '../../schools/SchoolsPart.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectCatalogue, selectDesign } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { Answer, PlainAnswer } from '../../working/Figure.tsx'
import { BackupMonths, useToggleBackupMonth } from '../backup/BackupMonths.tsx'
import { AreaFitPart } from './AreaFitPart.tsx'
import { InPlanes } from './InPlanes.tsx'
import { PanelTable } from './PanelTable.tsx'
import { SeasonalYield } from './SeasonalYield.tsx'
import { SurplusPart } from './SurplusPart.tsx'
import { YearBeside } from './YearBeside.tsx'
import { YieldChart } from './YieldChart.tsx'

const LOSS_NAME = {
  soiling: 'Soiling',
  mismatch: 'Mismatch',
  wiring: 'Wiring',
  temperature: 'Heat of the panels',
  controller: 'Controller',
  battery: 'Through the battery',
  ageing: 'Ageing',
} as const
type LossName = keyof typeof LOSS_NAME

// biome-ignore lint/complexity/noExcessiveLinesPerFunction: one page, its parts in order
export default function ArrayPage() {
  const { array, option } = useAppSelector(selectDesign)
  const { panels } = useAppSelector(selectCatalogue)
  const dispatch = useAppDispatch()
  const toggle = useToggleBackupMonth()
  return (
    <Page
      link="array"
      question="How much sun must it catch?"
      answers={
        <>
          {array.requiredPowerW && <Answer label="needed" figure={array.requiredPowerW} unit="W" decimals={0} />}
          {array.arrayPowerW && array.panels && array.layout ? (
            <>
              <Answer label="chosen" figure={array.arrayPowerW} unit="W" decimals={0} />
              <Answer label={`of ${formatNumber(array.layout.panel.powerW)} W`} figure={array.panels} unit="panels" />
            </>
          ) : (
            <PlainAnswer label="array" text={array.answer} />
          )}
          {array.recoveryDays && (
            <PlainAnswer
              label="empty bank full again in"
              text={array.recoveryDays.value === null ? 'never' : formatQuantity(array.recoveryDays.value, 'days', 0)}
            />
          )}
          {array.designMonth && <PlainAnswer label="decided by" text={monthName(array.designMonth.value)} />}
          <Answer
            label="of the rating arrives"
            figure={array.systemEfficiency}
            shown={array.systemEfficiency.value * 100}
            unit="%"
            decimals={0}
          />
        </>
      }
    >
      {array.yieldWh && array.balanceWh ? (
        <YieldChart
          yieldWh={array.yieldWh.value}
          needWh={array.needWh}
          backupMonths={option.backup.months.filter((month) => !array.sunMonths.includes(month))}
          onMonth={toggle}
        />
      ) : (
        <p className="soft">Need against yield is drawn here once sun, loads and a battery are known.</p>
      )}
      <YearBeside />
      <div className="two">
        <Part title="Months left to a backup" aside="click a month in the picture, or here">
          <BackupMonths />
          <div className="fields fields-wide" style={{ marginTop: 10 }}>
            <ChoiceField
              label="The array is sized to"
              place="array.sizing"
              value={option.array.sizing ?? 'balance'}
              choices={[
                { value: 'balance', label: 'the worst month' },
                { value: 'recover', label: 'refill the bank too' },
                { value: 'plain', label: 'Wh ÷ sun hours ÷ factor' },
              ]}
              onValue={(sizing) => dispatch(edited({ act: 'set-option', part: 'array', patch: { sizing } }))}
            />
            <OptionNumber part="array" name="recoveryDays" label="Full again within" assumed="7" />
            <OptionNumber part="array" name="singleSunHours" label="One sun figure for the year" assumed="by month" />
            <SeasonalYield />
          </div>
        </Part>
        <Part title="Losses" aside={`together ${formatNumber((1 - array.systemEfficiency.value) * 100, 0)} % lost`}>
          <div className="fields fields-narrow">
            <OptionNumber
              part="array"
              name="singleFactor"
              label="One factor instead"
              scale={100}
              unit="%"
              assumed={`${formatNumber(array.systemEfficiency.value * 100, 0)} itemised`}
            />
            {(Object.keys(LOSS_NAME) as LossName[]).map((name) => (
              <NumberField
                key={name}
                label={LOSS_NAME[name]}
                place={`array.losses.${name}`}
                value={option.array.losses[name]}
                schema={optionSchema.shape.array.shape.losses.shape[name]}
                scale={100}
                assumed={formatNumber((array.losses[name]?.value ?? 0) * 100, 1)}
                onValue={(value) =>
                  dispatch(
                    edited({
                      act: 'set-option',
                      part: 'array',
                      patch: { losses: { ...option.array.losses, [name]: value } },
                    }),
                  )
                }
              />
            ))}
          </div>
        </Part>
      </div>
      <InPlanes />
      <AreaFitPart />
      <SurplusPart />
      <SchoolsPart />
      <LaterPart link="array" />
      <ExistingPart items={panels} what="panels" place="array.existing" />
      <Part title="Panels" aside="each in the cheapest layout that fits a controller">
        <PanelTable />
      </Part>
    </Page>
  )
}
