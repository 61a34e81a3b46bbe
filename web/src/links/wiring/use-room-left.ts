import type { Design } from '@yard-lamp/core'
import { type RoomLeft, roomLeft } from '@yard-lamp/core/after'
import { useEffect, useState } from 'react'

let last: { readonly design: Design; readonly rooms: readonly RoomLeft[] } | null = null

/** Room left in every circuit: worked once a design has stood for a moment, so that typing is not held up. Null until then. */
export function useRoomLeft(design: Design): readonly RoomLeft[] | null {
  const [rooms, setRooms] = useState(() => (last?.design === design ? last.rooms : null))
  useEffect(() => {
    if (last?.design === design) {
      setRooms(last.rooms)
      return
    }
    const timer = setTimeout(() => {
      last = { design, rooms: roomLeft(design) }
      setRooms(last.rooms)
    }, STANDS_MS)
    return () => clearTimeout(timer)
  }, [design])
  return rooms
}
const STANDS_MS = 150
