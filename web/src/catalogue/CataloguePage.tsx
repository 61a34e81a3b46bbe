import { Button } from '@mantine/core'
import { IconDownload, IconFileImport, IconPlus } from '@tabler/icons-react'
import { KIND_NAME } from '@yard-lamp/core/catalogue'
import { useState } from 'react'
import { Link, NavLink, useParams } from 'react-router'
import { api, type StoredItem } from '../api/client.ts'
import { FileField } from '../fields/FileField.tsx'
import { ReadingLine } from '../files/Reading.tsx'
import { ThemeButton } from '../job/ThemeButton.tsx'
import type { FileForm } from './catalogue-files.ts'
import { ItemDialog } from './ItemDialog.tsx'
import { ItemTable } from './ItemTable.tsx'
import { PriceLists } from './PriceLists.tsx'
import type { ReadFile } from './sheets-in.ts'
import { type ItemKind, useShelves, useSought } from './use-shelves.ts'
import { useWayBack } from './way.ts'
import '../job/page.css'
import '../jobs/jobs.css'
import './catalogue.css'

const KINDS = Object.keys(KIND_NAME) as ItemKind[]
const FORMS: readonly FileForm[] = ['csv', 'xlsx', 'json']

/** What can be built with: browse, filter, add, edit, retire, bring in and take out; price lists over it. */
export default function CataloguePage() {
  const { kind: named } = useParams()
  const kind = KINDS.find((each) => each === named) ?? 'panel'
  const shelves = useShelves(kind)
  const { items, problem, done, brought, act } = shelves
  const seek = useSought(items, kind, useWayBack().find)
  const { shown } = seek
  const [edited, setEdited] = useState<{ readonly from: StoredItem | null } | null>(null)
  return (
    <div className="jobs catalogue">
      <Head />
      <Kinds items={items ?? []} />
      <Bar kind={kind} shelves={shelves} seek={seek} onAdd={() => setEdited({ from: null })} />
      {problem !== '' && (
        <p className="notice notice-fault" role="alert">
          {problem}
        </p>
      )}
      {done !== '' && (
        <p className="notice" role="status">
          {done}
        </p>
      )}
      <ReadingLine reading={shelves.files.reading} onCancel={shelves.files.cancel} />
      {brought && <Brought read={brought} onLeave={shelves.leave} onTake={shelves.takeIn} />}
      {items === null ? (
        <p className="soft">{problem === '' ? 'Reading the shelves …' : ''}</p>
      ) : (
        <ItemTable
          kind={kind}
          items={shown}
          onEdit={(from) => setEdited({ from })}
          onRetire={({ item, retired: gone }) => act(() => api.retireItem(item.id, !gone))}
        />
      )}
      {items && <PriceLists items={items} onChange={act} />}
      {edited && (
        <ItemDialog
          kind={kind}
          from={edited.from}
          likes={(items ?? []).flatMap(({ item }) => (item.kind === kind ? [item] : []))}
          onClose={() => setEdited(null)}
          onKept={() => {
            setEdited(null)
            return shelves.changed()
          }}
        />
      )}
    </div>
  )
}

/** What a file holds, before anything is changed. */
function Brought({ read, onTake, onLeave }: { read: ReadFile; onTake: () => void; onLeave: () => void }) {
  return (
    <section className="brought" aria-label="What the file holds">
      <p>
        <b>
          {read.items.length === 1 ? '1 sheet' : `${read.items.length} sheets`} can be taken in
          {read.refused.length > 0 && `, ${read.refused.length} cannot`}.
        </b>{' '}
        Nothing has been changed yet.
      </p>
      {read.refused.length > 0 && (
        <ul className="small">
          {read.refused.slice(0, 12).map(({ row, message }) => (
            <li key={row}>
              {row}: {message}
            </li>
          ))}
        </ul>
      )}
      <Button size="sm" disabled={read.items.length === 0} onClick={onTake}>
        Take them in
      </Button>{' '}
      <Button size="sm" variant="default" onClick={onLeave}>
        Leave it
      </Button>
    </section>
  )
}

function Head() {
  const { back } = useWayBack()
  return (
    <header className="jobs-head">
      <Link to="/" aria-label="All jobs">
        <img src="/lamp.svg" alt="" width={40} />
      </Link>
      <div>
        <h1>Catalogue</h1>
        <p className="soft">
          What can be built with, as the data sheets print it. Makers and models that ship are invented.
        </p>
      </div>
      <span className="topbar-gap" />
      {back && <Link to={back}>Back to the job</Link>}
      <Link to="/">All jobs</Link>
      <ThemeButton />
    </header>
  )
}

function Kinds({ items }: { items: readonly StoredItem[] }) {
  const { kept } = useWayBack()
  return (
    <nav className="kinds" aria-label="Kinds">
      {KINDS.map((each) => (
        <NavLink key={each} to={`/catalogue/${each}${kept}`}>
          {KIND_NAME[each][1]}{' '}
          <span className="soft small">
            {items.filter(({ item, retired: gone }) => item.kind === each && !gone).length || ''}
          </span>
        </NavLink>
      ))}
    </nav>
  )
}

interface BarProps {
  kind: ItemKind
  shelves: ReturnType<typeof useShelves>
  seek: ReturnType<typeof useSought>
  onAdd: () => void
}

/** Finding, adding, bringing in and taking out. */
function Bar({ kind, shelves, seek, onAdd }: BarProps) {
  return (
    <div className="catalogue-bar">
      <input
        type="search"
        placeholder={'find: maker, model, any figure'}
        aria-label={`Find ${KIND_NAME[kind][1].toLowerCase()}`}
        value={seek.sought}
        onChange={(event) => seek.setSought(event.target.value)}
      />
      {seek.choices.map(({ name, label, choices: values }) => (
        <select
          key={`${kind}.${name}`}
          aria-label={label}
          value={seek.chosen(name)}
          onChange={(event) => seek.choose(name, event.target.value)}
        >
          <option value="">{label}: all</option>
          {values.map((value) => (
            <option key={value} value={value}>
              {value}
            </option>
          ))}
        </select>
      ))}
      <label className="tick">
        <input type="checkbox" checked={seek.retired} onChange={(event) => seek.setRetired(event.target.checked)} />
        retired ones too
      </label>
      <span className="topbar-gap" />
      <Button size="sm" leftSection={<IconPlus size={16} />} disabled={shelves.items === null} onClick={onAdd}>
        Add a {KIND_NAME[kind][0]}
      </Button>
      <FileField
        name="File to bring in"
        accept=".csv,.xlsx,.json"
        size="sm"
        leftSection={<IconFileImport size={16} />}
        onFile={(chosen) => void shelves.bringIn(chosen)}
      >
        Bring in
      </FileField>
      {FORMS.map((form) => (
        <Button
          key={form}
          size="sm"
          variant="default"
          leftSection={<IconDownload size={16} />}
          aria-label={`Take out as ${form.toUpperCase()}`}
          disabled={shelves.items === null}
          onClick={() => shelves.takeOut(form, seek.shown)}
        >
          {form.toUpperCase()}
        </Button>
      ))}
    </div>
  )
}
