import { Modal } from '@mantine/core'
import type { JobListing } from '@yard-lamp/core'
import { BEGINNINGS, type Beginning } from '@yard-lamp/core/demo'
import { useEffect, useState } from 'react'
import { api } from '../api/client.ts'

/** What a new job begins as. */
export type BeginsAs =
  | { readonly as: 'empty' }
  | { readonly as: 'shape'; readonly shape: Beginning }
  | { readonly as: 'template'; readonly id: string }

interface BeginDialogProps {
  opened: boolean
  onClose: () => void
  onBegin: (begins: BeginsAs) => void
}

/** A new job: empty, as a shape that ships, or as a template of one's own. */
export function BeginDialog({ opened, onClose, onBegin }: BeginDialogProps) {
  const templates = useTemplates(opened)
  return (
    <Modal opened={opened} onClose={onClose} title="Begin a job" size="xl" closeButtonProps={{ 'aria-label': 'Close' }}>
      <button type="button" className="begin-as" data-autofocus onClick={() => onBegin({ as: 'empty' })}>
        <b>Empty</b> <span className="soft">Nothing filled in: the loads first, then the place.</span>
      </button>
      {/* Nothing moves away under a finger: the lists stand when they are whole. */}
      {templates === null ? (
        <p className="loading">Reading your templates …</p>
      ) : (
        <Beginnings templates={templates} onBegin={onBegin} />
      )}
    </Modal>
  )
}

/** Templates of one's own, and the shapes that ship. */
function Beginnings({ templates, onBegin }: { templates: readonly JobListing[] } & Pick<BeginDialogProps, 'onBegin'>) {
  return (
    <>
      {templates.length > 0 && (
        <>
          <h3 className="begin-head">Your templates</h3>
          <ul className="begin-list">
            {templates.map(({ id, name, summary }) => (
              <li key={id}>
                <button type="button" className="begin-as" onClick={() => onBegin({ as: 'template', id })}>
                  <b>{name}</b> <span className="soft">{summary?.answers.loads ?? ''}</span>
                </button>
              </li>
            ))}
          </ul>
        </>
      )}
      <h3 className="begin-head">Starting points</h3>
      <p className="soft small">
        Invented shapes of systems: their loads are typical figures and marked so, the place is yours to give.
      </p>
      <ul className="begin-list">
        {BEGINNINGS.map((shape) => (
          <li key={shape.id}>
            <button type="button" className="begin-as" onClick={() => onBegin({ as: 'shape', shape })}>
              <b>{shape.name}</b> <span className="soft">{shape.what}</span>
            </button>
          </li>
        ))}
      </ul>
      {templates.length === 0 && (
        <p className="soft small">
          A job of your own becomes a template by “Keep as a template” in its menu in the list.
        </p>
      )}
    </>
  )
}

/** Jobs new ones may begin as: asked for when they are shown, null until then; without them one begins from the others. */
function useTemplates(isShown: boolean): readonly JobListing[] | null {
  const [templates, setTemplates] = useState<readonly JobListing[] | null>(null)
  useEffect(() => {
    if (!isShown) return
    api.listJobs({ find: '', state: null, folder: null, among: 'templates' }).then(
      ({ jobs }) => setTemplates(jobs),
      () => setTemplates([]),
    )
  }, [isShown])
  return templates
}
