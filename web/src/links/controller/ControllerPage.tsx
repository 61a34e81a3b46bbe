import { mostPvPowerW } from '@yard-lamp/core/array'
import { formatArea, formatNumber, formatQuantity } from '@yard-lamp/core/units'
import { ExistingPart } from '../../existing/ExistingPart.tsx'
import { OptionNumber } from '../../fields/OptionNumber.tsx'
import { Page, Part } from '../../job/Page.tsx'
import { LaterPart } from '../../later/LaterPart.tsx'
import { selectCatalogue, selectDesign } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'
import { useWrite } from '../../store/use-write.ts'
import { Answer, Figure, PlainAnswer } from '../../working/Figure.tsx'
import { FurtherArrays } from './FurtherArrays.tsx'
import { Planner } from './Planner.tsx'
import { YearClipping } from './YearClipping.tsx'
import './controller.css'
import { ControllerTable } from './ControllerTable.tsx'
import { VoltageLine } from './VoltageLine.tsx'

// biome-ignore lint/complexity/noExcessiveLinesPerFunction: one page, its parts in order
export default function ControllerPage() {
  const write = useWrite()
  const { controller, array, site, battery } = useAppSelector(selectDesign)
  const { strings, item } = controller
  const { controllers, allInOnes } = useAppSelector(selectCatalogue)
  const mostW = item ? mostPvPowerW(item, battery.systemVoltageV.value) : Number.POSITIVE_INFINITY
  const separate = controllers.filter(({ id }) => !allInOnes.some((each) => each.id === id))
  return (
    <Page
      link="controller"
      question="Does the string stay inside its window?"
      answers={
        strings && item ? (
          <>
            <Answer
              label={
                site.recordLowC ? `string at ${write.quantity(site.recordLowC.value, '°C')}` : 'string, coldest taken'
              }
              figure={strings.coldV}
              unit="V"
              decimals={1}
            />
            <PlainAnswer label="limit" text={formatQuantity(strings.maxInputV, 'V')} />
            <Answer label="when hot" figure={strings.hotV} unit="V" decimals={1} />
            <Answer label="into the battery, each" figure={strings.outputA} unit="A" decimals={1} />
            {array.layout && (
              <PlainAnswer
                label="strings × panels"
                text={`${strings.stringsPerController * controller.quantity} × ${strings.panelsPerString}`}
              />
            )}
          </>
        ) : (
          <PlainAnswer label="controller" text={controller.answer} />
        )
      }
    >
      {strings && (
        <div className="drawing">
          <VoltageLine strings={strings} recordLowC={site.recordLowC?.value ?? null} />
        </div>
      )}
      <Part
        title="Strings"
        aside={
          strings
            ? `between ${formatNumber(strings.minSeries.value)} and ${formatNumber(strings.maxSeries.value)} panels in series`
            : ''
        }
      >
        <div className="fields">
          <OptionNumber
            part="controller"
            name="panelsPerString"
            label="Panels in a string"
            assumed={auto(strings?.panelsPerString)}
          />
          <OptionNumber
            part="controller"
            name="stringsPerController"
            label="Strings on each controller"
            assumed={auto(strings?.stringsPerController)}
          />
          <OptionNumber
            part="controller"
            name="quantity"
            label="Controllers"
            assumed={auto(controller.quantity || undefined)}
          />
          <OptionNumber
            part="controller"
            name="clippingFraction"
            label="Clipping accepted"
            scale={100}
            unit="%"
            assumed="none"
          />
          <OptionNumber
            part="controller"
            name="setA"
            label="Each set to hold"
            assumed={strings?.setA ? `${formatNumber(strings.setA.value, 0)} ${strings.setA.from}` : 'as rated'}
          />
          {strings && (
            <div className="field">
              <span className="small soft">Array current, with 1.25</span>
              <span>
                <Figure figure={strings.inputA} unit="A" decimals={1} /> of {formatQuantity(item?.maxInputA ?? 0, 'A')}
              </span>
            </div>
          )}
          {item && (
            <div className="field">
              <span className="small soft">Its sheet takes</span>
              <span>
                up to {formatArea(item.terminalMaxMm2)}
                {Number.isFinite(mostW) &&
                  `; ${formatQuantity(mostW, 'W')} of panels at ${battery.systemVoltageV.value} V`}
                {item.inputs > 1 && `, ${item.inputs} inputs`}
              </span>
            </div>
          )}
          {strings && (
            <div className="field">
              <span className="small soft">String fuses</span>
              <span>
                {strings.fuseRequired.value || strings.stringsPerInput >= 3
                  ? strings.fuseRatingA.value === null
                    ? 'needed; none suits'
                    : `needed, ${formatQuantity(strings.fuseRatingA.value, 'A')}`
                  : 'not needed'}
              </span>
            </div>
          )}
        </div>
        {strings && <YearClipping />}
      </Part>
      <Planner />
      <FurtherArrays />
      <LaterPart link="controller" />
      <ExistingPart items={separate} what="controllers" place="controller.existing" />
      <Part title="Controllers" aside="each with its cheapest layout of the chosen panel">
        <ControllerTable />
      </Part>
    </Page>
  )
}

const auto = (value: number | undefined): string => (value === undefined ? 'design chooses' : `${value} chosen`)
