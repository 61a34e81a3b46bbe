import { TOGETHER_LABEL } from '@yard-lamp/core/backup'
import { formatQuantity } from '@yard-lamp/core/units'
import { ChoiceField } from '../../fields/ChoiceField.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectDesign } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'

type Rule = keyof typeof TOGETHER_LABEL
const CHOICES = (Object.keys(TOGETHER_LABEL) as Rule[]).map((value) => ({ value, label: TOGETHER_LABEL[value] }))

/** What can charge at the same time, and what that comes to against what the bank bears. */
export function Together() {
  const { backup, controller, battery } = useAppSelector(selectDesign)
  const dispatch = useAppDispatch()
  const { bank } = battery
  const sources = [
    { name: 'sun', amps: controller.chargeA },
    { name: backup.kind === 'mains' ? 'mains' : 'generator', amps: backup.charge?.currentA.value ?? 0 },
    { name: 'engine', amps: backup.alternator?.currentA.value ?? 0 },
  ].filter(({ amps }) => amps > 0)
  return (
    <div style={{ marginTop: 10 }}>
      <ChoiceField
        label="Charging at the same time"
        place="backup.together"
        value={backup.together}
        choices={CHOICES}
        onValue={(together) => dispatch(edited({ act: 'set-option', part: 'backup', patch: { together } }))}
      />
      <p className="small">
        {sources.map(({ name, amps }) => `${name} ${formatQuantity(amps, 'A', 0)}`).join(', ')}: at most{' '}
        {formatQuantity(backup.togetherA, 'A', 0)} at once
        {bank && ` of the ${formatQuantity(bank.maxChargeA, 'A', 0)} the bank bears`}.
      </p>
    </div>
  )
}
