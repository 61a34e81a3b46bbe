import { Button, Modal } from '@mantine/core'
import { type FormEvent, useState } from 'react'
import { api } from '../../api/client.ts'
import { TextField } from '../../fields/TextField.tsx'
import { openLog } from '../../store/log.ts'
import { selectJobId } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'

/** Connects a monitor on site: where it speaks, and under which topic. */
export function MonitorDialog({
  opened,
  onClose,
  offsetMin,
}: {
  opened: boolean
  onClose: () => void
  offsetMin: number
}) {
  const jobId = useAppSelector(selectJobId)
  const dispatch = useAppDispatch()
  const [said, setSaid] = useState({ name: 'Monitor on site', address: 'mqtt://', topic: '', account: '', secret: '' })
  const [problem, setProblem] = useState('')
  const connect = async (event: FormEvent) => {
    event.preventDefault()
    try {
      await api.addSource(jobId, 'monitor', {
        name: said.name,
        address: said.address.trim(),
        topic: said.topic.trim(),
        account: said.account.trim() || null,
        secret: said.secret || null,
        clockFastMin: 0,
        offsetMin,
        mapping: null,
      })
      setProblem('')
      await dispatch(openLog(jobId))
      onClose()
    } catch (error) {
      setProblem((error as Error).message)
    }
  }
  const field = (name: keyof typeof said, label: string, hint = '', type: 'text' | 'password' = 'text') => (
    <TextField
      label={label}
      place={`log.monitor.${name}`}
      value={said[name]}
      most={300}
      wide
      hint={hint}
      type={type}
      onValue={(value) => setSaid({ ...said, [name]: value })}
    />
  )
  return (
    <Modal
      opened={opened}
      onClose={onClose}
      title="Connect a monitor"
      size="lg"
      closeButtonProps={{ 'aria-label': 'Close' }}
    >
      <p className="small">
        A gateway on site that speaks MQTT: under its topic it sends <code>readings</code>. The server hears it, and
        makes the way again when it falls. Without one, <code>npm run monitor</code> lives a year of this job as such a
        gateway.
      </p>
      <form onSubmit={(event) => void connect(event)}>
        {field('name', 'Name')}
        {field('address', 'Address of its broker', 'mqtt://192.168.1.20:1883, or mqtts:// with TLS')}
        {field('topic', 'Topic', 'what stands before /readings')}
        {field('account', 'Account', 'where the broker asks for one')}
        {field('secret', 'Password', 'kept by the server, and told to the broker alone', 'password')}
        {problem !== '' && (
          <p className="field-error" role="alert">
            {problem}
          </p>
        )}
        <Button type="submit" mt="sm">
          Connect
        </Button>
      </form>
    </Modal>
  )
}
