import { itemName } from '@yard-lamp/core'
import { itemsOf } from '@yard-lamp/core/catalogue'
import { formatNumber } from '@yard-lamp/core/units'
import { ChangedItems } from '../../catalogue/ChangedItems.tsx'
import { Page, Part } from '../../job/Page.tsx'
import { selectDesign, selectJob } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'
import { useWrite } from '../../store/use-write.ts'
import { Answer, PlainAnswer } from '../../working/Figure.tsx'
import { CutList } from './CutList.tsx'
import { PartsTable } from './PartsTable.tsx'
import { Added, Prices, Work } from './Prices.tsx'
import { TakeOut } from './TakeOut.tsx'
import { Weights } from './Weights.tsx'

export default function PartsPage() {
  const write = useWrite()
  const { parts } = useAppSelector(selectDesign)
  const heaviest = parts.lines
    .filter(({ unit }) => unit === '')
    .reduce((most, { item }) => Math.max(most, item.weightKg), 0)
  const hasLines = parts.lines.length > 0
  return (
    <Page
      link="parts"
      question="What must be bought, carried and paid?"
      answers={
        hasLines ? (
          <>
            <Answer label="price of the parts" figure={parts.price} unit={parts.currency} decimals={0} />
            {Math.abs(parts.sale.gross.value - parts.price.value) > 0.5 && (
              <Answer label="to pay, all in" figure={parts.sale.gross} unit={parts.currency} decimals={0} />
            )}
            <Answer label="weight" figure={parts.weightKg} unit="kg" decimals={0} />
            <PlainAnswer label="heaviest piece" text={write.quantity(heaviest, 'kg')} />
            <PlainAnswer label="lines to order" text={String(parts.lines.length)} />
            {parts.leadDays !== null && (
              <PlainAnswer label="last of it here in" text={`${formatNumber(parts.leadDays)} days`} />
            )}
          </>
        ) : undefined
      }
    >
      <ChangedItems />
      {hasLines ? (
        <>
          <TakeOut />
          <PartsTable />
          <Unlisted />
          <Standing />
          <CutList />
          <Prices />
          <Work />
          <Added />
        </>
      ) : (
        <p className="soft">The list fills itself as the design finds its parts.</p>
      )}
      <Weights />
      <p className="small soft parts-not">
        Not listed: the loads themselves, sockets and wiring of the house behind the boards, ballast of frames on flat
        roofs, concrete, scaffolding. Hooks and feet are counted for little snow and wind: whoever answers for the roof
        has the last word.
      </p>
    </Page>
  )
}

/** What the design needs and no sheet at hand is for. */
function Unlisted() {
  const { unlisted } = useAppSelector(selectDesign).parts
  if (unlisted.length === 0) return null
  return (
    <Part title="Not in the catalogue" aside="needed, and in no price above: add its sheet, or a line by hand">
      <ul className="parts-unlisted">
        {unlisted.map(({ key, name, quantity, place, sources }) => (
          <li key={key}>
            <b>
              {formatNumber(quantity)} × {name}
            </b>
            <span className="soft small">
              {' '}
              {place} · {sources.map(({ use }) => use).join('; ')}
            </span>
          </li>
        ))}
      </ul>
    </Part>
  )
}

/** What is on site and stays: checked and weighed, not bought. */
function Standing() {
  const { existing } = useAppSelector(selectJob)
  const { catalogue } = useAppSelector(selectDesign)
  const kept = existing.filter((each) => each.kept)
  if (kept.length === 0) return null
  const items = new Map(itemsOf(catalogue).map((item) => [item.id, item]))
  return (
    <Part title="Stands there already" aside="checked and weighed, not bought">
      <ul className="parts-unlisted">
        {kept.map(({ id, itemId, quantity, condition, ageYears }) => {
          const item = items.get(itemId)
          return (
            <li key={id}>
              <b>
                {formatNumber(quantity)} × {item ? itemName(item) : itemId}
              </b>
              <span className="soft small">
                {' '}
                {[
                  condition === 'unknown' ? 'condition not known' : condition,
                  ageYears === null ? '' : `${formatNumber(ageYears)} years old`,
                ]
                  .filter((each) => each !== '')
                  .join(', ')}
              </span>
            </li>
          )
        })}
      </ul>
    </Part>
  )
}
