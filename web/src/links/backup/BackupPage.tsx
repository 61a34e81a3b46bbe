import { BOND_LABEL } from '@yard-lamp/core/after'
import type { ChargeSource } from '@yard-lamp/core/backup'
import { DEFAULTS, optionSchema } from '@yard-lamp/core/job'
import { formatNumber, formatQuantity, monthName } from '@yard-lamp/core/units'
import { ExistingPart } from '../../existing/ExistingPart.tsx'
import { ChoiceField } from '../../fields/ChoiceField.tsx'
import { NumberField } from '../../fields/NumberField.tsx'
import { OptionNumber } from '../../fields/OptionNumber.tsx'
import { OptionTick } from '../../fields/OptionTick.tsx'
import { Page, Part } from '../../job/Page.tsx'
import { LaterPart } from '../../later/LaterPart.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectCatalogue, selectDesign, selectJob, selectYear } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { useWrite } from '../../store/use-write.ts'
import { Answer, Figure, PlainAnswer } from '../../working/Figure.tsx'
import { YearTold } from '../../year/YearTold.tsx'
import { Alternator } from './Alternator.tsx'
import { BackupMonths } from './BackupMonths.tsx'
import { DarkFortnightPicture } from './DarkFortnight.tsx'
import { FuelTable } from './FuelTable.tsx'
import { GeneratorTable } from './GeneratorTable.tsx'
import { Together } from './Together.tsx'
import { WhenLow } from './WhenLow.tsx'

const KINDS = [
  { value: 'none', label: 'none' },
  { value: 'generator', label: 'a generator' },
  { value: 'mains', label: 'mains or shore' },
] as const
const BONDS = (Object.keys(BOND_LABEL) as (keyof typeof BOND_LABEL)[]).map((value) => ({
  value,
  label: BOND_LABEL[value],
}))

// biome-ignore lint/complexity/noExcessiveLinesPerFunction: one page, its parts in order
export default function BackupPage() {
  const { backup, option, battery, inverter } = useAppSelector(selectDesign)
  const { chargers, inverters, generators } = useAppSelector(selectCatalogue)
  const { site } = useAppSelector(selectJob)
  const dispatch = useAppDispatch()
  const change = (patch: Partial<typeof option.backup>) =>
    dispatch(edited({ act: 'set-option', part: 'backup', patch }))
  const { charge } = backup
  const suited = chargers.filter(
    ({ source, batteryVoltageV, inputV }) =>
      source === 'mains' &&
      batteryVoltageV === battery.systemVoltageV.value &&
      Math.abs(inputV - site.mainsVoltageV) <= 0.1 * site.mainsVoltageV,
  )
  const builtIn = inverters.find(({ id }) => id === charge?.item.id)
  return (
    <Page
      link="backup"
      question="What carries it when the sun does not?"
      answers={
        <>
          {backup.requiredVA && (
            <Answer
              label="generator needed"
              figure={backup.requiredVA}
              shown={backup.requiredVA.value / 1000}
              unit="kVA"
              decimals={1}
            />
          )}
          {charge && <Answer label="empty to full" figure={charge.hours} unit="h" decimals={1} />}
          {backup.generator && <RunsAndBurns />}
          {!charge && <PlainAnswer label="backup" text={backup.answer} />}
        </>
      }
    >
      <DarkFortnightPicture />
      <div className="two">
        <Part title="What stands behind the sun">
          <div className="fields fields-wide">
            <ChoiceField
              label="Backup"
              place="backup.kind"
              value={backup.kind}
              choices={KINDS}
              onValue={(kind) => change({ kind })}
            />
            {backup.kind !== 'none' && (
              <>
                <ChoiceField
                  label="Charger"
                  place="backup.chargerId"
                  value={option.backup.chargerId ?? ''}
                  choices={[
                    { value: '', label: builtIn ? 'the inverter’s own' : 'design chooses' },
                    ...suited.map(({ id, model, outputA }) => ({ value: id, label: `${model}, ${outputA} A` })),
                  ]}
                  onValue={(chargerId) => change({ chargerId: chargerId === '' ? null : chargerId })}
                />
                <OptionNumber
                  part="backup"
                  name="chargers"
                  label="Chargers"
                  assumed={charge ? `${charge.quantity} counted` : 'counted'}
                />
                <OptionNumber
                  part="backup"
                  name="chargerSetA"
                  label="Set to, all together"
                  assumed={charge ? setting(charge) : 'as rated'}
                />
                <OptionNumber
                  part="backup"
                  name="houseLoadW"
                  label="House load while it charges"
                  assumed={formatNumber(backup.houseLoadW.value, 0)}
                />
                {backup.kind === 'generator' && (
                  <OptionNumber
                    part="backup"
                    name="refillHours"
                    label="Fills the empty bank within"
                    assumed={`${DEFAULTS.refillHours.value}`}
                  />
                )}
                <OptionNumber part="backup" name="inletA" label="Inlet and lead bear" assumed="not entered" />
                <OptionNumber
                  part="backup"
                  name="inputSetA"
                  label="Input limit set to"
                  assumed={charge?.input.limitA ? formatNumber(charge.input.limitA.value) : 'not set'}
                />
                {charge?.builtIn && inverter.quantity > 1 && (
                  <div style={{ gridColumn: '1 / -1' }}>
                    <OptionTick part="backup" name="onOneUnit" label="it reaches one of the units only" />
                  </div>
                )}
                <div style={{ gridColumn: '1 / -1' }}>
                  {' '}
                  <ChoiceField
                    label="Neutral and earth are joined"
                    place="backup.bond"
                    value={option.backup.bond}
                    choices={BONDS}
                    onValue={(bond) => change({ bond })}
                  />
                </div>
              </>
            )}
            {backup.kind === 'generator' && (
              <>
                <OptionNumber
                  part="backup"
                  name="startAt"
                  label="Starts at"
                  scale={100}
                  unit="%"
                  assumed={`${formatNumber(backup.startAt.value * 100, 0)}`}
                />
                <OptionNumber part="backup" name="stopAt" label="Stops at" scale={100} unit="%" assumed="90" />
                <NumberField
                  label="Fuel, a litre"
                  place="backup.fuelPricePerL"
                  value={option.backup.fuelPricePerL}
                  schema={optionSchema.shape.backup.shape.fuelPricePerL}
                  assumed="not entered"
                  onValue={(fuelPricePerL) => change({ fuelPricePerL })}
                />
                <div style={{ gridColumn: '1 / -1' }}>
                  <OptionTick part="backup" name="attended" label="somebody waits while it runs" />
                </div>
              </>
            )}
          </div>
          {charge && (option.backup.chargerSetA ?? 0) > charge.ratedA && (
            <p className="small notice">
              {formatQuantity(charge.ratedA, 'A')} is all it gives: that is counted, not{' '}
              {formatQuantity(option.backup.chargerSetA ?? 0, 'A')}.
            </p>
          )}
          {charge && <Together />}
          {charge && backup.demandW && (
            <p className="small">
              House <Figure figure={backup.houseLoadW} unit="W" decimals={0} /> and charger{' '}
              <Figure figure={charge.powerW} unit="W" decimals={0} /> at once ask for{' '}
              <Figure figure={backup.demandW} unit="W" decimals={0} />
              {backup.siteFactor && backup.siteFactor.value < 1 && (
                <>
                  ; height and heat leave <Figure figure={backup.siteFactor} unit="" decimals={2} /> of an engine
                </>
              )}
              .
            </p>
          )}
        </Part>
        <Part title="Months left to it" aside={monthsText(option.backup.months)}>
          <BackupMonths />
        </Part>
      </div>
      {backup.kind === 'generator' && (
        <Part title="Hours and fuel" aside="of the years hour by hour">
          <YearTold what="Hours and fuel are told">{({ told }) => <FuelTable told={told} />}</YearTold>
        </Part>
      )}
      <WhenLow />
      {backup.kind === 'generator' && (
        <Part
          title="Generators"
          aside={`for ${formatQuantity(backup.requiredVA?.value ?? 0, 'VA', 0)}, cheapest first`}
        >
          <GeneratorTable />
        </Part>
      )}
      <Alternator />
      <LaterPart link="backup" />
      <ExistingPart items={generators} what="generators" place="backup.existing" />
    </Page>
  )
}

/** What it runs and burns in a mean year, once the years are worked. */
function RunsAndBurns() {
  const write = useWrite()
  const standing = useAppSelector(selectYear)
  const worked = standing.status === 'worked' ? standing : null
  const { generatorHours, fuelL } = worked?.told.spread ?? {}
  const waits = standing.status === 'working' ? 'being worked' : '–'
  return (
    <>
      <PlainAnswer
        label="runs in a mean year"
        text={generatorHours ? formatQuantity(generatorHours.mean, 'h', 0) : waits}
      />
      {fuelL && <PlainAnswer label="burns in it" text={write.quantity(fuelL.mean, 'L', 0)} />}
    </>
  )
}

const setting = ({ currentA, ratedA }: ChargeSource): string =>
  currentA.value < ratedA ? `${formatNumber(currentA.value, 0)}, ${currentA.from}` : `${formatNumber(ratedA, 0)} rated`

const monthsText = (months: readonly number[]): string =>
  months.length === 0
    ? 'none: the array carries every month'
    : months.map((month) => monthName(month).slice(0, 3)).join(', ')
