import { optionSchema } from '@yard-lamp/core/job'
import { NumberField } from '../../fields/NumberField.tsx'
import { Part } from '../../job/Page.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectDesign } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { useWrite } from '../../store/use-write.ts'

const { shape } = optionSchema.shape.battery.shape.settings
const FIELDS = [
  { field: 'absorptionV', label: 'Absorption' },
  { field: 'floatV', label: 'Float' },
  { field: 'lowCutoffV', label: 'Low cut-off' },
] as const

/** What every charger and the cut-off are set to, where it is not what the battery’s sheet says. */
export function Settings() {
  const { battery, option } = useAppSelector(selectDesign)
  const write = useWrite()
  const dispatch = useAppDispatch()
  const { bank, item } = battery
  if (!bank || !item) return null
  const { settings } = option.battery
  const sheetV = {
    absorptionV: bank.absorptionV,
    floatV: (bank.absorptionV / item.absorptionV) * item.floatV,
    lowCutoffV: bank.lowCutoffV,
  }
  return (
    <Part title="Settings" aside="of chargers and cut-off, at the bank; empty for what the sheet says, 0 for not set">
      <div className="fields">
        {FIELDS.map(({ field, label }) => (
          <NumberField
            key={field}
            label={label}
            place={`battery.settings.${field}`}
            value={settings[field]}
            schema={shape[field]}
            assumed={`${write.number(sheetV[field], 'V', 1)} sheet`}
            onValue={(value) =>
              dispatch(
                edited({
                  act: 'set-option',
                  part: 'battery',
                  patch: { settings: { ...settings, [field]: value } },
                }),
              )
            }
          />
        ))}
      </div>
    </Part>
  )
}
