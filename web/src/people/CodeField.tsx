import { TextInput } from '@mantine/core'

interface CodeFieldProps {
  label: string
  value: string
  onValue: (value: string) => void
}

/** A code that a telephone shows. */
export const CodeField = ({ label, value, onValue }: CodeFieldProps) => (
  <TextInput
    label={label}
    value={value}
    onChange={(event) => onValue(event.currentTarget.value)}
    autoComplete="one-time-code"
    inputMode="numeric"
    maxLength={10}
    autoFocus
    required
  />
)
