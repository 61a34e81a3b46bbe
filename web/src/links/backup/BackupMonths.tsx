import { monthName } from '@yard-lamp/core/units'
import { edited } from '../../store/job-slice.ts'
import { selectOption } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'

/** Gives a month to the backup or takes it back; the first month given calls for a generator. */
export function useToggleBackupMonth(): (month: number) => void {
  const { backup } = useAppSelector(selectOption)
  const dispatch = useAppDispatch()
  return (month) => {
    const months = backup.months.includes(month)
      ? backup.months.filter((each) => each !== month)
      : [...backup.months, month].sort((a, b) => a - b)
    const needsSource = months.length > 0 && backup.kind === 'none' && backup.alternator === null
    dispatch(
      edited({
        act: 'set-option',
        part: 'backup',
        patch: { months, ...(needsSource ? { kind: 'generator' as const } : {}) },
      }),
    )
  }
}

export function BackupMonths() {
  const { backup } = useAppSelector(selectOption)
  const toggle = useToggleBackupMonth()
  return (
    <div className="month-picks">
      {Array.from({ length: 12 }, (_, i) => (
        <button
          key={monthName(i + 1)}
          type="button"
          className="pick"
          data-place={i === 0 ? 'backup.months' : undefined}
          aria-pressed={backup.months.includes(i + 1)}
          onClick={() => toggle(i + 1)}
        >
          {monthName(i + 1).slice(0, 3)}
        </button>
      ))}
    </div>
  )
}
