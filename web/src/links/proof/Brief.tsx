import { reliabilitySchema } from '@yard-lamp/core/job'
import { askedOf, RELIABILITY, suggestedKind } from '@yard-lamp/core/proof'
import { formatNumber } from '@yard-lamp/core/units'
import { ChoiceField } from '../../fields/ChoiceField.tsx'
import { NumberField } from '../../fields/NumberField.tsx'
import { Part } from '../../job/Page.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectJob, selectOption } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'

const KINDS = Object.entries(RELIABILITY).map(([value, { title }]) => ({
  value: value as keyof typeof RELIABILITY,
  label: title,
}))
const FIELDS = [
  { name: 'hoursFraction', label: 'Hours carried, all loads', scale: 100 },
  { name: 'criticalFraction', label: 'Hours carried, critical loads', scale: 100 },
  { name: 'yearsOfTen', label: 'In so many years of ten', scale: 1 },
  { name: 'generatorHours', label: 'Generator a year, at most', scale: 1 },
  { name: 'nights', label: 'Nights from a full bank', scale: 1 },
] as const

/** What the brief asks of the year: a kind of site, and a person's own figures in place of its. */
export function Brief() {
  const job = useAppSelector(selectJob)
  const option = useAppSelector(selectOption)
  const dispatch = useAppDispatch()
  const { reliability } = job
  const write = (patch: Partial<typeof reliability>) =>
    dispatch(edited({ act: 'set-job', patch: { reliability: { ...reliability, ...patch } } }))
  const usual = askedOf({ ...job, reliability: { ...NOTHING_OWN, kind: reliability.kind } }, option)
  const suggested = RELIABILITY[suggestedKind(job, option)].title
  return (
    <Part name="What the brief asks" aside="the check of the year holds the design against it">
      <div className="fields fields-wide">
        <div className="brief-kind">
          <ChoiceField
            label="Kind of site"
            place="proof.kind"
            value={reliability.kind ?? ''}
            choices={[{ value: '' as const, label: `as the site suggests: ${suggested}` }, ...KINDS]}
            onValue={(kind) => write({ kind: kind === '' ? null : kind })}
          />
        </div>
        {FIELDS.map(({ name, label, scale }) => (
          <NumberField
            key={name}
            label={label}
            place={`proof.${name}`}
            value={reliability[name]}
            schema={reliabilitySchema.shape[name]}
            scale={scale}
            {...(scale === 100 ? { unit: '%' } : {})}
            assumed={usual[name] === null ? 'not asked' : formatNumber((usual[name] ?? 0) * scale)}
            onValue={(value) => write({ [name]: value })}
          />
        ))}
      </div>
    </Part>
  )
}

const NOTHING_OWN = {
  hoursFraction: null,
  criticalFraction: null,
  yearsOfTen: null,
  generatorHours: null,
  nights: null,
}
