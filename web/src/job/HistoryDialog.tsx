import { Button, Modal } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import dayjs from 'dayjs'
import { useEffect, useState } from 'react'
import { useParams } from 'react-router'
import { api, type Revision } from '../api/client.ts'
import { edited } from '../store/job-slice.ts'
import { useAppDispatch } from '../store/store.ts'

type Revisions =
  | { readonly status: 'pending' }
  | { readonly status: 'fulfilled'; readonly list: readonly Revision[] }
  | { readonly status: 'rejected'; readonly message: string }

/** Kept states of the job; one taken back becomes the newest edit, which can be undone. A named one is kept for ever. */
export function HistoryDialog({ opened, onClose }: { opened: boolean; onClose: () => void }) {
  const { id = '' } = useParams()
  const dispatch = useAppDispatch()
  const [revisions, setRevisions] = useState<Revisions>({ status: 'pending' })
  useEffect(() => {
    if (!opened) return
    let gone = false
    setRevisions({ status: 'pending' })
    api
      .listRevisions(id)
      .then((list) => gone || setRevisions({ status: 'fulfilled', list }))
      .catch((error: Error) => gone || setRevisions({ status: 'rejected', message: error.message }))
    return () => {
      gone = true
    }
  }, [opened, id])
  const take = async (revision: number) => {
    try {
      const { job } = await api.readRevision(id, revision)
      dispatch(edited({ act: 'replace-job', job }))
      onClose()
      notifications.show({
        message: `Revision ${revision} is back. Undo returns to what was there.`,
        closeButtonProps: { 'aria-label': 'Close' },
      })
    } catch (error) {
      setRevisions({ status: 'rejected', message: (error as Error).message })
    }
  }
  const call = async (revision: number, text: string, before: string | null) => {
    const name = text.trim() === '' ? null : text.trim()
    if (name === before || revisions.status !== 'fulfilled') return
    try {
      await api.nameRevision(id, revision, name)
      const list = revisions.list.map((each) => (each.revision === revision ? { ...each, name } : each))
      setRevisions({ status: 'fulfilled', list })
    } catch (error) {
      setRevisions({ status: 'rejected', message: (error as Error).message })
    }
  }
  return (
    <Modal
      size="lg"
      opened={opened}
      onClose={onClose}
      title="Earlier versions"
      closeButtonProps={{ 'aria-label': 'Close' }}
    >
      {revisions.status === 'pending' && <p>Reading …</p>}
      {revisions.status === 'rejected' && <p className="field-error">{revisions.message}</p>}
      {revisions.status === 'fulfilled' && (
        <table className="sheet-table">
          <tbody>
            {revisions.list.map(({ revision, savedAt, name }, i) => (
              <tr key={revision}>
                <td>Revision {revision}</td>
                <td>
                  <input
                    className="history-name"
                    aria-label={`Name of revision ${revision}`}
                    placeholder="name it to keep it"
                    maxLength={120}
                    defaultValue={name ?? ''}
                    onBlur={(event) => void call(revision, event.target.value, name)}
                    onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
                  />
                </td>
                <td className="soft">{dayjs(savedAt).format('D MMM YYYY, HH:mm:ss')}</td>
                <td className="number">
                  {i === 0 ? (
                    'now'
                  ) : (
                    <Button size="compact-sm" variant="default" onClick={() => take(revision)}>
                      Take back
                    </Button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <p className="small soft">
        All of the last 24 hours are kept, then the last of each hour, after a week the last of each day; what you name,
        for ever.
      </p>
    </Modal>
  )
}
