import {
  date,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  real,
  smallint,
  text,
  timestamp,
  unique,
  uuid,
} from 'drizzle-orm/pg-core'
import { jobs } from '../jobs/table.ts'

/** Where readings of a job come from: by hand, files of one kind, or a monitor on site. */
export const readingSources = pgTable(
  'reading_sources',
  {
    /** Short: it stands in every row of readings. */
    row: integer('row').primaryKey().generatedAlwaysAsIdentity(),
    id: uuid('id').notNull().unique(),
    jobId: uuid('job_id')
      .notNull()
      .references(() => jobs.id, { onDelete: 'cascade' }),
    kind: text('kind').notNull(),
    name: text('name').notNull(),
    /** Its clock is so much fast, minutes: taken off each of its readings. */
    clockFastMin: integer('clock_fast_min').notNull().default(0),
    /** Of the clock of the place from UTC, minutes: days and hours begin by it. */
    offsetMin: integer('offset_min').notNull(),
    /** Usual space between two readings, ms. */
    stepMs: integer('step_ms').notNull(),
    /** Which columns of its files hold what; null until one was read. */
    mapping: jsonb('mapping').$type<unknown>(),
    /** Of a monitor: where it speaks, and under which topic; null for others. */
    address: text('address'),
    topic: text('topic'),
    account: text('account'),
    /** Told to its broker and to nobody else. */
    secret: text('secret'),
    heardAt: timestamp('heard_at', { withTimezone: true }),
    /** What is wrong with the way to it, in words; empty while all is well. */
    trouble: text('trouble').notNull().default(''),
    createdAt: timestamp('created_at', { withTimezone: true }).notNull(),
  },
  (table) => [unique('reading_sources_named').on(table.jobId, table.name)],
)

/** Readings as they came, a row a moment; a column for each measure of the core, in the unit it is kept in. */
export const readings = pgTable(
  'readings',
  {
    source: integer('source')
      .notNull()
      .references(() => readingSources.row, { onDelete: 'cascade' }),
    at: timestamp('at', { withTimezone: true }).notNull(),
    soc: real('soc'),
    batteryV: real('battery_v'),
    batteryA: real('battery_a'),
    batteryC: real('battery_c'),
    pvW: real('pv_w'),
    pvTodayKwh: real('pv_today_kwh'),
    loadW: real('load_w'),
    loadTodayKwh: real('load_today_kwh'),
    generatorH: real('generator_h'),
    sunW: real('sun_w'),
    airC: real('air_c'),
    stage: smallint('stage'),
  },
  (table) => [primaryKey({ columns: [table.source, table.at] })],
)

/** What each hour comes to: HOUR_FIGURES of the core, in their order; null is a gap. */
export const readingHours = pgTable(
  'reading_hours',
  {
    source: integer('source')
      .notNull()
      .references(() => readingSources.row, { onDelete: 'cascade' }),
    hour: timestamp('hour', { withTimezone: true }).notNull(),
    figures: real('figures').array().$type<(number | null)[]>().notNull(),
  },
  (table) => [primaryKey({ columns: [table.source, table.hour] })],
)

/** What each day of the place comes to: DAY_FIGURES of the core, in their order. */
export const readingDays = pgTable(
  'reading_days',
  {
    source: integer('source')
      .notNull()
      .references(() => readingSources.row, { onDelete: 'cascade' }),
    day: date('day').notNull(),
    figures: real('figures').array().$type<(number | null)[]>().notNull(),
  },
  (table) => [primaryKey({ columns: [table.source, table.day] })],
)
