import { Button } from '@mantine/core'
import {
  CLEANED,
  entrySchema,
  type LogEntry,
  MEASURES,
  type MeasureId,
  measureSchema,
  SEEN,
} from '@yard-lamp/core/records'
import { type FormEvent, useId, useMemo, useRef, useState } from 'react'
import { ChoiceField } from '../../fields/ChoiceField.tsx'
import { TextField } from '../../fields/TextField.tsx'
import { lastWho, rememberWho, written } from '../../records/who.ts'
import { writeRecords } from '../../store/records.ts'
import { selectDesign } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { useWrite } from '../../store/use-write.ts'
import { entryText } from './entry-text.ts'
import { FigureField } from './FigureField.tsx'
import { CELL, entryOf, FORMS, type FormKind, rememberFigures, type Texts, usualFigures } from './forms.ts'
import { cellNames, unitNames } from './names.ts'

/** Writes down what was read or done: a few figures, quickly, on a telephone too. */
export function WriteDown() {
  const write = useWrite()
  const dispatch = useAppDispatch()
  const hasReadings = useAppSelector(({ log }) => log.sources.length > 0)
  const [kind, setKind] = useState<FormKind | null>(hasReadings ? null : 'reading')
  const [texts, setTexts] = useState<Texts>({})
  const [note, setNote] = useState('')
  const [when, setWhen] = useState('')
  const [who, setWho] = useState(lastWho)
  const [said, setSaid] = useState<{ readonly text: string; readonly isBad: boolean } | null>(null)
  const first = useRef<HTMLInputElement>(null)
  const type = (field: string, text: string) => setTexts((all) => ({ ...all, [field]: text }))
  const keep = async (event: FormEvent) => {
    event.preventDefault()
    if (!kind) return
    const read = entryOf(kind, texts, write)
    if (!read.ok) return setSaid({ text: read.message, isBad: true })
    if (who.trim() === '') return setSaid({ text: 'Who writes this down, by name.', isBad: true })
    const at = when === '' ? new Date() : new Date(when)
    if (Number.isNaN(at.getTime()) || at.getTime() > Date.now() + 60_000)
      return setSaid({ text: 'When it was: a time that is past.', isBad: true })
    rememberWho(who.trim())
    const entry = { ...written(who.trim()), when: at.toISOString(), note: note.trim(), ...read.entry } as LogEntry
    if (entry.kind === 'reading') rememberFigures(entry.values)
    const isHeld = await dispatch(writeRecords(entry))
    setTexts({})
    setNote('')
    setWhen('')
    setSaid({
      text: `Kept: ${entryText(entry, write)}.${isHeld ? '' : ' This browser keeps nothing: do not close the page before it is sent.'}`,
      isBad: !isHeld,
    })
    first.current?.focus()
  }
  return (
    <form className="log-write" onSubmit={(event) => void keep(event)} aria-label="Write down">
      <div className="log-picks" role="group" aria-label="What is written down">
        <b>Write down</b>
        {FORMS.map((form) => (
          <button
            key={form.kind}
            type="button"
            className={`pick${form.kind === kind ? ' pick-on' : ''}`}
            aria-pressed={form.kind === kind}
            onClick={() => {
              setKind(form.kind === kind ? null : form.kind)
              setTexts({})
              setSaid(null)
            }}
          >
            {form.label}
          </button>
        ))}
      </div>
      {kind && (
        <>
          <div className="log-figures">
            <Figures key={kind} kind={kind} texts={texts} onType={type} first={first} />
          </div>
          <Row who={who} onWho={setWho} when={when} onWhen={setWhen} note={note} onNote={setNote} />
        </>
      )}
      <p className={said?.isBad ? 'field-error' : 'log-kept'} role="status" hidden={!kind && !said}>
        {said?.text}
      </p>
    </form>
  )
}

interface RowProps {
  who: string
  onWho: (text: string) => void
  when: string
  onWhen: (text: string) => void
  note: string
  onNote: (text: string) => void
}

/** Who, when, and a note: what every entry has. */
function Row({ who, onWho, when, onWhen, note, onNote }: RowProps) {
  const whenId = useId()
  return (
    <div className="log-write-row">
      <div className="field">
        <label htmlFor={whenId}>When</label>
        <span className="field-box">
          <input id={whenId} type="datetime-local" value={when} onChange={(event) => onWhen(event.target.value)} />
        </span>
        <span className="field-note">{when === '' ? 'now' : ''}</span>
      </div>
      <TextField label="Who" place="log.who" value={who} most={120} onValue={onWho} />
      <div className="log-note">
        <TextField label="Note" place="log.note" value={note} most={2000} onValue={onNote} />
      </div>
      <Button type="submit">Write down</Button>
    </div>
  )
}

interface FiguresProps {
  kind: FormKind
  texts: Texts
  onType: (field: string, text: string) => void
  first: React.Ref<HTMLInputElement>
}

function Figures(props: FiguresProps) {
  const { kind, texts, onType, first } = props
  const write = useWrite()
  const design = useAppSelector(selectDesign)
  const one = (field: keyof typeof entrySchema, label: string, hint?: string, box?: React.Ref<HTMLInputElement>) => (
    <FigureField
      label={label}
      schema={entrySchema[field]}
      text={texts[field] ?? ''}
      write={write}
      onText={(text) => onType(field, text)}
      {...(hint ? { hint } : {})}
      {...(box ? { box } : {})}
    />
  )
  const choice = (field: string, label: string, values: readonly string[]) => (
    <ChoiceField
      label={label}
      place={`log.${field}`}
      value={texts[field] ?? values[0] ?? ''}
      choices={values.map((value) => ({ value, label: value }))}
      onValue={(value) => onType(field, value)}
    />
  )
  if (kind === 'reading') return <ReadingFigures {...props} />
  if (kind === 'water') return one('addedL', 'Water added', 'distilled, after charging', first)
  if (kind === 'generator')
    return (
      <>
        {one('runH', 'Ran for', undefined, first)}
        {one('fuelL', 'Fuel filled', 'may be left empty')}
      </>
    )
  if (kind === 'cleaning') return choice('cleaned', 'Done', CLEANED)
  if (kind === 'seen') return choice('seen', 'What', [...SEEN].reverse())
  if (kind === 'gravity')
    return (
      <>
        {one('electrolyteC', 'Electrolyte', undefined, first)}
        <Cells {...props} names={cellNames(design)} schema="gravity" />
      </>
    )
  return (
    <>
      {one('restedH', 'At rest for', 'nothing charged, nothing drawn', first)}
      <Cells {...props} names={unitNames(design)} schema="restV" />
    </>
  )
}

function ReadingFigures({ texts, onType, first }: FiguresProps) {
  const write = useWrite()
  const [isAll, setAll] = useState(false)
  const usual = useMemo(usualFigures, [])
  const shown = MEASURES.filter(({ id }) => id !== 'stage' && (isAll || usual.includes(id) || texts[id]))
  return (
    <>
      {shown.map(({ id, label, hint }, i) => (
        <FigureField
          key={id}
          label={label}
          schema={measureSchema[id as MeasureId]}
          text={texts[id] ?? ''}
          write={write}
          onText={(text) => onType(id, text)}
          hint={hint}
          {...(i === 0 ? { box: first } : {})}
        />
      ))}
      <button type="button" className="pick log-more" onClick={() => setAll(!isAll)}>
        {isAll ? 'Fewer figures' : 'More figures'}
      </button>
    </>
  )
}

function Cells({
  texts,
  onType,
  names,
  schema,
}: FiguresProps & { names: readonly string[]; schema: 'gravity' | 'restV' }) {
  const write = useWrite()
  return (
    <>
      {names.map((name) => (
        <FigureField
          key={name}
          label={name}
          schema={entrySchema[schema]}
          text={texts[CELL + name] ?? ''}
          write={write}
          onText={(text) => onType(CELL + name, text)}
        />
      ))}
    </>
  )
}
