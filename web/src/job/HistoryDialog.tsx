import { Button, Modal } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import dayjs from 'dayjs'
import { useEffect, useState } from 'react'
import { useParams } from 'react-router'
import { api } from '../api/client.ts'
import { jobReplaced } from '../store/job-slice.ts'
import { useAppDispatch } from '../store/store.ts'

type Revisions =
  | { readonly status: 'pending' }
  | { readonly status: 'fulfilled'; readonly list: readonly { revision: number; savedAt: string }[] }
  | { readonly status: 'rejected'; readonly message: string }

/** Every saved state of the job; one taken back becomes the newest edit, which can be undone. */
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
      dispatch(jobReplaced({ job }))
      onClose()
      notifications.show({
        message: `Revision ${revision} is back. Undo returns to what was there.`,
        closeButtonProps: { 'aria-label': 'Close' },
      })
    } catch (error) {
      setRevisions({ status: 'rejected', message: (error as Error).message })
    }
  }
  return (
    <Modal opened={opened} onClose={onClose} title="Earlier versions" closeButtonProps={{ 'aria-label': 'Close' }}>
      {revisions.status === 'pending' && <p>Reading …</p>}
      {revisions.status === 'rejected' && <p className="field-error">{revisions.message}</p>}
      {revisions.status === 'fulfilled' && (
        <table className="sheet-table">
          <tbody>
            {revisions.list.map(({ revision, savedAt }, i) => (
              <tr key={revision}>
                <td>Revision {revision}</td>
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
    </Modal>
  )
}
