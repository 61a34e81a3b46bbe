import { useLocalStorage } from '@mantine/hooks'
import { useSyntheticYear } from '../site/use-synthetic-year.ts'
import { YearAgainstMonths } from '../site/YearAgainstMonths.tsx'

/** Where the year of days of the site page would bring another yield than the months the array is sized by. */
export function YearBeside() {
  const [seed] = useLocalStorage({ key: 'yardlamp.site.seed', defaultValue: 1 })
  const { year } = useSyntheticYear(seed)
  return year && <YearAgainstMonths year={year} />
}
