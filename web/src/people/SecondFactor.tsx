import type { Person } from '@yard-lamp/core/people'
import { useState } from 'react'
import { api } from '../api/client.ts'
import { Code } from '../links/build/Code.tsx'
import { CodeField } from './CodeField.tsx'
import { askMe } from './me.ts'
import { Secret, WayInForm } from './WayInForm.tsx'

/** A code of the telephone besides the password: begun with the password, in force once a code came back. */
export function SecondFactor({ person: { hasSecondFactor } }: { person: Person }) {
  const [password, setPassword] = useState('')
  const [code, setCode] = useState('')
  const [begun, setBegun] = useState<{ secret: string; address: string } | null>(null)
  if (begun)
    return (
      <WayInForm
        key="confirm"
        button="Switch it on"
        onSubmit={async () => {
          await api.confirmSecondFactor(code)
          setBegun(null)
          setCode('')
          await askMe()
        }}
      >
        <p>Take this into an application for codes on your telephone, then type the code it shows.</p>
        <div className="people-code">
          <Code text={begun.address} />
        </div>
        <p className="small">
          Or by hand: <code>{begun.secret.match(/.{1,4}/g)?.join(' ')}</code>
        </p>
        <CodeField label="Code" value={code} onValue={setCode} />
      </WayInForm>
    )
  return (
    <WayInForm
      key="begin"
      button={hasSecondFactor ? 'Switch it off' : 'Begin'}
      isQuiet
      onSubmit={async () => {
        if (hasSecondFactor) await api.endSecondFactor(password)
        else setBegun(await api.beginSecondFactor(password))
        setPassword('')
        await askMe()
      }}
    >
      <p>
        {hasSecondFactor
          ? 'A code of your telephone is asked for besides the password.'
          : 'Besides the password a code of your telephone: a password somebody saw is then not enough.'}
      </p>
      <Secret label="Your password" value={password} onValue={setPassword} />
    </WayInForm>
  )
}
