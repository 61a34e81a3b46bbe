import { LEAST_PASSWORD } from '@yard-lamp/core/people'
import { useState } from 'react'
import { api } from '../api/client.ts'
import { askMe } from './me.ts'
import { Secret, WayInForm } from './WayInForm.tsx'

/** A password of one’s own in place of the one that was given, or of the last. */
export function ChoosePassword({ onDone }: { onDone?: () => void }) {
  const [before, setBefore] = useState('')
  const [password, setPassword] = useState('')
  const [again, setAgain] = useState('')
  const isFirst = onDone === undefined
  const choose = async () => {
    if (password !== again) throw new Error('The two are not the same.')
    await api.choosePassword(before, password)
    await askMe()
    onDone?.()
  }
  return (
    <WayInForm
      button="Keep it"
      onSubmit={choose}
      foot={!isFirst && <p className="soft small">You stay in here; every other browser is signed out.</p>}
    >
      {isFirst && <h1>Choose a password of your own</h1>}
      <Secret label={isFirst ? 'Password you were given' : 'Password until now'} value={before} onValue={setBefore} />
      <Secret
        label="New password"
        description={`${LEAST_PASSWORD} characters or more; three or four words will do`}
        value={password}
        onValue={setPassword}
        isNew
      />
      <Secret label="New password once more" value={again} onValue={setAgain} isNew />
    </WayInForm>
  )
}
