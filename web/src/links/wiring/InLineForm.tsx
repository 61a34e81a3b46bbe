import type { Option } from '@yard-lamp/core'
import { IN_LINE_ROLES, MOST_IN_LINE } from '@yard-lamp/core/job'
import { useState } from 'react'
import { edited } from '../../store/job-slice.ts'
import { selectDesign } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'

type Role = Option['wiring']['inLine'][number]['role']
const ROLE_LABEL: Readonly<Record<Role, string>> = {
  isolator: 'an isolator',
  'load-disconnect': 'a low-voltage load disconnect',
  'battery-switch': 'a battery switch, by hand or from afar',
  'residual-current': 'a residual-current device',
  surge: 'a surge protector',
}

/** Puts a switch in line with a circuit, beside what the design puts there. */
export function InLineForm() {
  const { wiring, option } = useAppSelector(selectDesign)
  const dispatch = useAppDispatch()
  const [role, setRole] = useState<Role>('isolator')
  const [circuitId, setCircuitId] = useState('')
  const fits = wiring.circuits.filter(({ ac, use }) =>
    role === 'surge' ? ac || use === 'pv' : ac === (role === 'residual-current') || role === 'isolator',
  )
  const chosen = fits.find(({ id }) => id === circuitId) ?? fits[0]
  const { inLine } = option.wiring
  if (!chosen || inLine.length >= MOST_IN_LINE) return null
  const add = () =>
    dispatch(
      edited({
        act: 'set-option',
        part: 'wiring',
        patch: { inLine: [...inLine, { id: crypto.randomUUID(), circuitId: chosen.id, role }] },
      }),
    )
  return (
    <div className="in-line-form">
      <label>
        Put{' '}
        <select aria-label="What goes in line" value={role} onChange={(event) => setRole(event.target.value as Role)}>
          {IN_LINE_ROLES.map((each) => (
            <option key={each} value={each}>
              {ROLE_LABEL[each]}
            </option>
          ))}
        </select>
      </label>
      <label>
        into{' '}
        <select
          aria-label="Circuit it goes into"
          value={chosen.id}
          onChange={(event) => setCircuitId(event.target.value)}
        >
          {fits.map(({ id, title }) => (
            <option key={id} value={id}>
              {title}
            </option>
          ))}
        </select>
      </label>
      <button type="button" className="pick" onClick={add}>
        Put in line
      </button>
    </div>
  )
}
