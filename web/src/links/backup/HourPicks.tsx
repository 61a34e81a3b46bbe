interface HourPicksProps {
  label: string
  place: string
  /** Hours of the day that are picked; null for what the design takes. */
  hours: readonly number[] | null
  /** What is picked where nobody said. */
  usual: readonly number[]
  onHours: (hours: number[] | null) => void
}

/** Hours of the day, each to be picked; what nobody picked is drawn as the design takes it. */
export function HourPicks({ label, place, hours, usual, onHours }: HourPicksProps) {
  const picked = hours ?? usual
  const toggle = (hour: number) =>
    onHours(picked.includes(hour) ? picked.filter((each) => each !== hour) : [...picked, hour].sort((a, b) => a - b))
  return (
    <fieldset className="hour-picks">
      <legend>
        {label}{' '}
        {hours === null ? (
          <span className="assumed">as usual</span>
        ) : (
          <button type="button" className="pick" onClick={() => onHours(null)}>
            As usual
          </button>
        )}
      </legend>
      {Array.from({ length: 24 }, (_, hour) => hour).map((hour) => (
        <button
          key={hour}
          type="button"
          className="pick"
          data-place={hour === 0 ? place : undefined}
          aria-pressed={picked.includes(hour)}
          aria-label={`${label}, ${hour}:00`}
          onClick={() => toggle(hour)}
        >
          {hour}
        </button>
      ))}
    </fieldset>
  )
}
