import { useLayoutEffect, useRef, useState } from 'react'

interface CellInputProps {
  /** What is typed, and what becomes of it. */
  field: {
    readonly text: string
    readonly message: string | null
    type(text: string): void
    leave(): void
    reset(): void
  }
  label: string
  column: string
  place: string
  /** How it reads while the cursor is elsewhere. */
  shown: string
  /** An empty cell is marked: a figure waits for it. */
  needed?: boolean
  inputMode?: 'text' | 'decimal'
  title?: string | undefined
}

/** The input of a cell in a grid: its normal form while the cursor is elsewhere, the plain text inside, what is wrong below. */
export function CellInput({ field, label, column, place, shown, needed = false, inputMode, title }: CellInputProps) {
  const [inside, setInside] = useState(false)
  const input = useRef<HTMLInputElement>(null)
  // Together with the change to the plain text, so that the first key typed replaces it.
  useLayoutEffect(() => {
    if (inside) input.current?.select()
  }, [inside])
  return (
    <span className="grid-number">
      <input
        ref={input}
        data-column={column}
        data-place={place}
        inputMode={inputMode}
        autoComplete="off"
        aria-label={label}
        aria-invalid={field.message !== null}
        title={title}
        className={field.message ? 'cell-bad' : needed && field.text === '' ? 'cell-needed' : ''}
        value={inside || field.message !== null ? field.text : shown}
        onChange={(event) => field.type(event.target.value)}
        onFocus={() => setInside(true)}
        onBlur={() => {
          setInside(false)
          field.leave()
        }}
        onKeyDown={(event) => event.key === 'Escape' && field.reset()}
      />
      {field.message && (
        <span className="grid-error" role="alert">
          {field.message}
        </span>
      )}
    </span>
  )
}
