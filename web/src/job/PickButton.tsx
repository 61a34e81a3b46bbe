interface PickButtonProps {
  /** The design uses this one now. */
  chosen: boolean
  /** A person said so. */
  locked: boolean
  /** Why it does not fit; empty where it does. */
  short: string
  /** Set on the one row that checks and needs lead to: the chosen, else the first. */
  place: string | undefined
  /** True to take and lock it, false to leave the choice to the design. */
  onPick: (take: boolean) => void
}

/** Replaces, locks or lets go an automatic choice. */
export function PickButton({ chosen, locked, short, place, onPick }: PickButtonProps) {
  return (
    <span style={{ display: 'flex', gap: 8, alignItems: 'center', justifyContent: 'flex-end' }}>
      {short !== '' && <span className="small soft">{short}</span>}
      <button type="button" className="pick" data-place={place} aria-pressed={locked} onClick={() => onPick(!locked)}>
        {locked ? 'locked — let go' : chosen ? 'chosen — lock' : 'take this'}
      </button>
    </span>
  )
}
