import { ChangedItems } from '../../catalogue/ChangedItems.tsx'
import { Page } from '../../job/Page.tsx'
import { selectDesign } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'
import { useWrite } from '../../store/use-write.ts'
import { Answer, PlainAnswer } from '../../working/Figure.tsx'
import { PartsTable } from './PartsTable.tsx'
import { Weights } from './Weights.tsx'

export default function PartsPage() {
  const write = useWrite()
  const { parts } = useAppSelector(selectDesign)
  const heaviest = parts.lines
    .filter(({ unit }) => unit === '')
    .reduce((most, { item }) => Math.max(most, item.weightKg), 0)
  return (
    <Page
      link="parts"
      question="What must be bought, carried and paid?"
      answers={
        parts.lines.length > 0 ? (
          <>
            <Answer label="price of the parts" figure={parts.price} unit={parts.currency} decimals={0} />
            <Answer label="weight" figure={parts.weightKg} unit="kg" decimals={0} />
            <PlainAnswer label="heaviest piece" text={write.quantity(heaviest, 'kg')} />
            <PlainAnswer label="lines to order" text={String(parts.lines.length)} />
          </>
        ) : undefined
      }
    >
      <ChangedItems />
      {parts.lines.length === 0 ? (
        <p className="soft">The list fills itself as the design finds its parts.</p>
      ) : (
        <PartsTable />
      )}
      <Weights />
      <p className="small soft" style={{ marginTop: 8 }}>
        Not listed: mounting frames, enclosures, lugs, conduit, labels, earthing and the work itself.
      </p>
    </Page>
  )
}
