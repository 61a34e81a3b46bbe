import { Button, Modal } from '@mantine/core'
import { useDebouncedValue } from '@mantine/hooks'
import { type KnownPlace, placeName, type SpotOnMap, siteAt, spotName } from '@yard-lamp/core/site'
import { formatNumber } from '@yard-lamp/core/units'
import { lazy, Suspense, useEffect, useId, useRef, useState } from 'react'
import { api } from '../../api/client.ts'
import { edited } from '../../store/job-slice.ts'
import { selectSite } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { zoneText } from './zones.ts'
import './place.css'

const WorldMap = lazy(() => import('./WorldMap.tsx'))

/** Letters from which places are searched. */
const LEAST_LETTERS = 2
/** Pause in typing after which the search begins, ms. */
const PAUSE_MS = 150

type Spot = Pick<KnownPlace, 'latitudeDeg' | 'longitudeDeg' | 'timeZone' | 'utcOffsetH'> & { readonly name: string }

/** A place by its name or by a click on the map. Nothing changes until it is taken. */
export function PlaceDialog({ opened, onClose }: { opened: boolean; onClose: () => void }) {
  return (
    <Modal
      opened={opened}
      onClose={onClose}
      title="Find the place"
      size="xl"
      closeButtonProps={{ 'aria-label': 'Close' }}
    >
      <Finding onClose={onClose} />
    </Modal>
  )
}

function Finding({ onClose }: { onClose: () => void }) {
  const dispatch = useAppDispatch()
  const site = useAppSelector(selectSite)
  const [spot, setSpot] = useState<Spot | null>(null)
  const [problem, setProblem] = useState('')
  const asked = useRef(0)
  const take = (chosen: Spot) => {
    dispatch(edited({ act: 'set-site', patch: siteAt(site, chosen) }))
    onClose()
  }
  const choose = (place: KnownPlace) => {
    asked.current++
    setProblem('')
    setSpot({ ...place, name: placeName(place) })
  }
  const click = async (latitudeDeg: number, longitudeDeg: number) => {
    const own = ++asked.current
    setProblem('')
    try {
      const found: SpotOnMap = await api.spotAt(latitudeDeg, longitudeDeg)
      if (own === asked.current) setSpot({ ...found, name: spotName(found) })
    } catch (error) {
      if (own === asked.current)
        setProblem(`${(error as Error).message} The place was not changed; coordinates may be typed.`)
    }
  }
  const shown = spot ?? (site.latitudeDeg !== null && site.longitudeDeg !== null ? site : null)
  return (
    <div className="place-finding">
      <PlaceSearch onChoose={choose} />
      <Suspense fallback={<p className="loading place-map">Unfolding the map …</p>}>
        <WorldMap
          latitudeDeg={shown?.latitudeDeg ?? null}
          longitudeDeg={shown?.longitudeDeg ?? null}
          onSpot={(latitudeDeg, longitudeDeg) => void click(latitudeDeg, longitudeDeg)}
        />
      </Suspense>
      {problem !== '' && (
        <p className="notice notice-fault" role="alert">
          <span className="notice-text">{problem}</span>
        </p>
      )}
      {spot ? <Chosen spot={spot} onTake={take} /> : <p className="soft">Search by name, or click the map.</p>}
      <p className="soft small">
        Altitude and record temperatures are not among these data: enter them after. Places: GeoNames, CC BY 4.0.
        Outlines: Natural Earth, public domain. Borders are drawn as these data have them.
      </p>
    </div>
  )
}

function Chosen({ spot, onTake }: { spot: Spot; onTake: (spot: Spot) => void }) {
  const button = useRef<HTMLButtonElement>(null)
  // Enter takes what was just chosen.
  // biome-ignore lint/correctness/useExhaustiveDependencies: focus follows each choice
  useEffect(() => button.current?.focus(), [spot])
  return (
    <div className="place-chosen">
      <p aria-live="polite">
        <b>{spot.name || 'Far from any named place'}</b>
        <br />
        <span className="soft">
          {degrees(spot.latitudeDeg, 'north', 'south')}, {degrees(spot.longitudeDeg, 'east', 'west')}, clock{' '}
          {zoneText(String(spot.utcOffsetH))}
        </span>
      </p>
      <Button ref={button} onClick={() => onTake(spot)}>
        Take this place
      </Button>
    </div>
  )
}

const degrees = (value: number, above: string, below: string) =>
  `${formatNumber(Math.abs(value), 2)}° ${value < 0 ? below : above}`

type Search =
  | { readonly status: 'idle' | 'pending' }
  | { readonly status: 'found'; readonly places: readonly KnownPlace[] }
  | { readonly status: 'rejected'; readonly message: string }

function PlaceSearch({ onChoose }: { onChoose: (place: KnownPlace) => void }) {
  const id = useId()
  const [text, setText] = useState('')
  const [question] = useDebouncedValue(text.trim(), PAUSE_MS)
  const [search, setSearch] = useState<Search>({ status: 'idle' })
  const list = useRef<HTMLUListElement>(null)
  useEffect(() => {
    if (question.length < LEAST_LETTERS) {
      setSearch({ status: 'idle' })
      return
    }
    let current = true
    setSearch((before) => (before.status === 'found' ? before : { status: 'pending' }))
    api
      .findPlaces(question)
      .then((places) => current && setSearch({ status: 'found', places }))
      .catch((error: Error) => current && setSearch({ status: 'rejected', message: error.message }))
    return () => {
      current = false
    }
  }, [question])
  const found = search.status === 'found' ? search.places : []
  return (
    <div>
      <div className="field field-wide">
        <label htmlFor={id}>Name of a town, village or city</label>
        <span className="field-box">
          <input
            id={id}
            type="search"
            data-autofocus
            value={text}
            maxLength={80}
            autoComplete="off"
            placeholder="Name, and region or country"
            onChange={(event) => setText(event.target.value)}
            onKeyDown={(event) => {
              if (event.key === 'Enter' && found[0]) {
                event.preventDefault() // or the same press takes it, focus having moved there
                onChoose(found[0])
              }
              if (event.key === 'ArrowDown') {
                event.preventDefault()
                list.current?.querySelector('button')?.focus()
              }
            }}
          />
        </span>
      </div>
      <output className="small soft">{saidOf(search, question)}</output>
      {found.length > 0 && (
        <ul className="place-list" aria-label="Places found" ref={list} onKeyDown={moveFocus}>
          {found.map((place) => (
            <li key={place.id}>
              <button type="button" onClick={() => onChoose(place)}>
                <b>{place.name}</b>{' '}
                <span className="soft">{placeName({ ...place, name: place.region, region: '' })}</span>
              </button>
            </li>
          ))}
        </ul>
      )}
    </div>
  )
}

function saidOf(search: Search, question: string): string {
  if (search.status === 'pending') return 'Searching …'
  if (search.status === 'rejected') return `The places could not be searched: ${search.message}`
  if (search.status === 'found' && search.places.length === 0)
    return `No place of a thousand people or more is called “${question}”. Try a town nearby, or click the map.`
  return ''
}

/** Arrows go through the list. */
function moveFocus(event: React.KeyboardEvent<HTMLUListElement>) {
  if (event.key !== 'ArrowDown' && event.key !== 'ArrowUp') return
  event.preventDefault()
  const buttons = [...event.currentTarget.querySelectorAll('button')]
  const at = buttons.indexOf(document.activeElement as HTMLButtonElement)
  buttons[Math.max(0, Math.min(buttons.length - 1, at + (event.key === 'ArrowDown' ? 1 : -1)))]?.focus()
}
