import { type CatalogueItem, itemName } from '@yard-lamp/core'
import { cellsOf, fieldsOf } from '@yard-lamp/core/catalogue'
import { useCallback, useEffect, useMemo, useState } from 'react'
import { api, type StoredItem } from '../api/client.ts'
import { useReading } from '../files/Reading.tsx'
import { saveFile } from '../files/save-file.ts'
import { catalogueForgotten } from '../store/root.ts'
import { useAppDispatch } from '../store/store.ts'
import { type FileForm, readFile, writeFile } from './catalogue-files.ts'
import type { ReadFile } from './sheets-in.ts'

export type ItemKind = CatalogueItem['kind']

/** The sheets on the shelves and all that is done with them; what goes wrong is said and changes nothing. */
export function useShelves(kind: ItemKind) {
  const dispatch = useAppDispatch()
  const [items, setItems] = useState<readonly StoredItem[] | null>(null)
  const [problem, setProblem] = useState('')
  const [done, setDone] = useState('')
  const [brought, setBrought] = useState<ReadFile | null>(null)
  const files = useReading()

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
  const takeOut = (form: FileForm, shown: readonly StoredItem[]) =>
    act(async () => {
      const chosen = form === 'json' ? items?.map(({ item }) => item) : shown.map(({ item }) => item)
      if (!chosen) return
      const name = form === 'json' ? 'yard-lamp-catalogue.json' : `yard-lamp-${kind}.${form}`
      saveFile(await writeFile(form, chosen, kind), name)
    })
  const bringIn = async (chosen: File) => {
    setProblem('')
    try {
      setBrought(await files.run(chosen.name, (signal) => readFile(chosen, kind, signal)))
    } catch (error) {
      setProblem((error as Error).message)
    }
  }
  const takeIn = () =>
    act(async () => {
      if (!brought) return
      const { added, replaced } = await api.importItems(brought.items)
      setBrought(null)
      setDone(`${added} added, ${replaced} replaced.`)
    })
  /** The shelves are read again, and open jobs take the catalogue anew. */
  const changed = async () => {
    dispatch(catalogueForgotten())
    await read()
  }
  return { files, changed, items, problem, done, brought, act, takeOut, bringIn, takeIn, leave: () => setBrought(null) }
}

/**
 * What of a kind is looked for: words, choices of the sheet, retired ones too.
 * @param find what the page was opened to find
 */
export function useSought(items: readonly StoredItem[] | null, kind: ItemKind, find: string) {
  const [sought, setSought] = useState(find)
  const [retired, setRetired] = useState(false)
  const [only, setOnly] = useState<Readonly<Record<string, string>>>({})
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
  const choose = (name: string, value: string) => setOnly({ ...only, [`${kind}.${name}`]: value })
  const chosen = (name: string) => only[`${kind}.${name}`] ?? ''
  return { sought, setSought, retired, setRetired, choices, choose, chosen, shown }
}
