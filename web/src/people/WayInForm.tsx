import { Button, PasswordInput } from '@mantine/core'
import { type ReactNode, useState } from 'react'
import '../fields/fields.css'

interface WayInFormProps {
  button: string
  /** The button is not the first thing to do here. */
  isQuiet?: boolean
  onSubmit: () => Promise<unknown>
  children: ReactNode
  /** Below the button. */
  foot?: ReactNode
}

/** A form about passwords and codes: what is refused is said above its button. */
export function WayInForm({ button, isQuiet = false, onSubmit, children, foot }: WayInFormProps) {
  const [problem, setProblem] = useState('')
  const [isBusy, setBusy] = useState(false)
  const submit = async () => {
    setProblem('')
    setBusy(true)
    try {
      await onSubmit()
    } catch (error) {
      setProblem((error as Error).message)
    } finally {
      setBusy(false)
    }
  }
  return (
    <form
      className="sign-in-form"
      onSubmit={(event) => {
        event.preventDefault()
        void submit()
      }}
    >
      {children}
      {problem !== '' && (
        <p className="field-error" role="alert">
          {problem}
        </p>
      )}
      <Button type="submit" loading={isBusy} {...(isQuiet ? { variant: 'default' } : {})}>
        {button}
      </Button>
      {foot}
    </form>
  )
}

interface SecretProps {
  label: string
  value: string
  onValue: (value: string) => void
  /** One that is chosen now is offered to be made by the browser. */
  isNew?: boolean
  description?: string
  autoFocus?: boolean
}

/** A password as it is typed. */
export const Secret = ({ label, value, onValue, isNew = false, description, autoFocus = false }: SecretProps) => (
  <PasswordInput
    label={label}
    description={description}
    value={value}
    onChange={(event) => onValue(event.currentTarget.value)}
    autoComplete={isNew ? 'new-password' : 'current-password'}
    autoFocus={autoFocus}
    required
  />
)
