import { Button } from '@mantine/core'
import { IconDownload, IconFileImport, IconPlus } from '@tabler/icons-react'
import { type CatalogueItem, itemName } from '@yard-lamp/core'
import { cellsOf, fieldsOf, KIND_NAME } from '@yard-lamp/core/catalogue'
import { useCallback, useEffect, useMemo, useState } from 'react'
import { Link, NavLink, useParams } from 'react-router'
import { api, type StoredItem } from '../api/client.ts'
import { FileField } from '../fields/FileField.tsx'
import { ThemeButton } from '../job/ThemeButton.tsx'
import { catalogueForgotten } from '../store/root.ts'
import { useAppDispatch } from '../store/store.ts'
import { type FileForm, type ReadFile, readFile, writeFile } from './catalogue-files.ts'
import { ItemDialog } from './ItemDialog.tsx'
import { ItemTable } from './ItemTable.tsx'
import { PriceLists } from './PriceLists.tsx'
import '../job/page.css'
import '../jobs/jobs.css'
import './catalogue.css'

type ItemKind = CatalogueItem['kind']
const KINDS = Object.keys(KIND_NAME) as ItemKind[]
const FORMS: readonly FileForm[] = ['csv', 'xlsx', 'json']

/** What can be built with: browse, filter, add, edit, retire, bring in and take out; price lists over it. */
export default function CataloguePage() {
  const { kind: named } = useParams()
  const kind = KINDS.find((each) => each === named) ?? 'panel'
  const dispatch = useAppDispatch()
  const [items, setItems] = useState<readonly StoredItem[] | null>(null)
  const [problem, setProblem] = useState('')
  const [done, setDone] = useState('')
  const [sought, setSought] = useState('')
  const [retired, setRetired] = useState(false)
  const [only, setOnly] = useState<Readonly<Record<string, string>>>({})
  const [edited, setEdited] = useState<{ readonly from: StoredItem | null } | null>(null)
  const [brought, setBrought] = useState<ReadFile | null>(null)

  const read = useCallback(async () => {
    try {
      setItems(await api.readItems())
    } catch (error) {
      setProblem((error as Error).message)
    }
  }, [])
  useEffect(() => {
    document.title = 'Catalogue · Yard Lamp'
    void read()
  }, [read])

  /** Does something, then reads the shelves again; open jobs take the catalogue anew. */
  const act = async (what: () => Promise<unknown>) => {
    setProblem('')
    setDone('')
    try {
      await what()
      dispatch(catalogueForgotten())
    } catch (error) {
      setProblem((error as Error).message)
    }
    await read()
  }
  const words = sought.toLowerCase().split(/\s+/)
  const choices = fieldsOf(kind).filter(({ form }) => form === 'choice')
  const wanted = choices.flatMap(({ name }) => {
    const value = only[`${kind}.${name}`]
    return value ? [[name, value] as const] : []
  })
  const shown = useMemo(
    () =>
      (items ?? []).filter(
        (each) =>
          each.item.kind === kind &&
          (retired || !each.retired) &&
          wanted.every(([name, value]) => cellsOf(each.item)[name] === value) &&
          words.every((word) =>
            `${itemName(each.item)} ${Object.values(cellsOf(each.item)).join(' ')}`.toLowerCase().includes(word),
          ),
      ),
    [items, kind, retired, words, wanted],
  )
  const takeOut = (form: FileForm) =>
    act(async () => {
      const chosen = form === 'json' ? items?.map(({ item }) => item) : shown.map(({ item }) => item)
      if (!chosen) return
      const address = URL.createObjectURL(await writeFile(form, chosen, kind))
      const link = document.createElement('a')
      link.href = address
      link.download = form === 'json' ? 'yard-lamp-catalogue.json' : `yard-lamp-${kind}.${form}`
      link.click()
      setTimeout(() => URL.revokeObjectURL(address), 10_000)
    })
  const bringIn = async (chosen: File) => {
    setProblem('')
    try {
      setBrought(await readFile(chosen, kind))
    } catch (error) {
      setProblem((error as Error).message)
    }
  }
  return (
    <div className="jobs catalogue">
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
        <Link to="/">All jobs</Link>
        <ThemeButton />
      </header>
      <nav className="kinds" aria-label="Kinds">
        {KINDS.map((each) => (
          <NavLink key={each} to={`/catalogue/${each}`}>
            {KIND_NAME[each][1]}{' '}
            <span className="soft small">
              {(items ?? []).filter(({ item, retired: gone }) => item.kind === each && !gone).length || ''}
            </span>
          </NavLink>
        ))}
      </nav>
      <div className="catalogue-bar">
        <input
          type="search"
          placeholder={`find: maker, model, any figure`}
          aria-label={`Find ${KIND_NAME[kind][1].toLowerCase()}`}
          value={sought}
          onChange={(event) => setSought(event.target.value)}
        />
        {choices.map(({ name, label, choices: values }) => (
          <select
            key={`${kind}.${name}`}
            aria-label={label}
            value={only[`${kind}.${name}`] ?? ''}
            onChange={(event) => setOnly({ ...only, [`${kind}.${name}`]: event.target.value })}
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
          <input type="checkbox" checked={retired} onChange={(event) => setRetired(event.target.checked)} />
          retired ones too
        </label>
        <span className="topbar-gap" />
        <Button
          size="sm"
          leftSection={<IconPlus size={16} />}
          disabled={items === null}
          onClick={() => setEdited({ from: null })}
        >
          Add a {KIND_NAME[kind][0]}
        </Button>
        <FileField
          name="File to bring in"
          accept=".csv,.xlsx,.json"
          size="sm"
          leftSection={<IconFileImport size={16} />}
          onFile={(chosen) => void bringIn(chosen)}
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
            disabled={items === null}
            onClick={() => takeOut(form)}
          >
            {form.toUpperCase()}
          </Button>
        ))}
      </div>
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
      {brought && (
        <Brought
          read={brought}
          onLeave={() => setBrought(null)}
          onTake={() =>
            act(async () => {
              const { added, replaced } = await api.importItems(brought.items)
              setBrought(null)
              setDone(`${added} added, ${replaced} replaced.`)
            })
          }
        />
      )}
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
          like={shown[0]?.item ?? null}
          onClose={() => setEdited(null)}
          onKept={async () => {
            setEdited(null)
            dispatch(catalogueForgotten())
            await read()
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
