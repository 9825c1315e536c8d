import {
  char,
  double,
  index,
  int,
  mediumtext,
  mysqlEnum,
  mysqlTable,
  primaryKey,
  uniqueIndex,
  varchar
} from 'drizzle-orm/mysql-core';
import { crew } from './people-tables';
import { at, id } from './types';

/** The last forecast of a place, so that work goes on when the desk is down. */
export const forecast = mysqlTable('forecast', {
  placeKey: varchar('place_key', { length: 40 }).primaryKey(),
  issuedAt: at('issued_at').notNull(),
  fetchedAt: at('fetched_at').notNull(),
  /** What has come to pass, one series up to the issue; and the members from there on, the control first. */
  past: mediumtext('past').notNull(),
  ahead: mediumtext('ahead').notNull()
});

/** What a weather desk's archive says of a place, its past years hour by hour. */
export const pastWeather = mysqlTable('past_weather', {
  placeKey: varchar('place_key', { length: 40 }).primaryKey(),
  fetchedAt: at('fetched_at').notNull(),
  weather: mediumtext('weather').notNull()
});

/** Weather a crew has read from a file for a place: a series that stands in for the desk, or a typical year. */
export const importedWeather = mysqlTable(
  'imported_weather',
  {
    crewId: id('crew_id').notNull(),
    placeKey: varchar('place_key', { length: 40 }).notNull(),
    kind: mysqlEnum('kind', ['series', 'year']).notNull(),
    name: varchar('name', { length: 120 }).notNull(),
    weather: mediumtext('weather').notNull(),
    by: varchar('by', { length: 80 }).notNull(),
    at: at('at').notNull()
  },
  (t) => [primaryKey({ columns: [t.crewId, t.placeKey, t.kind] })]
);

/** A sensor of the crew that posts SenML; its token is kept only as a hash. */
export const sensor = mysqlTable(
  'sensor',
  {
    id: id().primaryKey(),
    crewId: id('crew_id')
      .notNull()
      .references(() => crew.id),
    /** The job it stands on; null while it lies in the van, or stands in a place of the house. */
    jobId: id('job_id'),
    /** The place of that job, its first where none is named; without a job a place of the house. */
    place: varchar('place', { length: 60 }),
    name: varchar('name', { length: 60 }).notNull(),
    tokenHash: char('token_hash', { length: 64 }).notNull(),
    batteryPercent: int('battery_percent'),
    lastSeenAt: at('last_seen_at'),
    createdAt: at('created_at').notNull()
  },
  (t) => [
    uniqueIndex('sensor_token').on(t.tokenHash),
    index('sensor_crew').on(t.crewId),
    index('sensor_job').on(t.jobId)
  ]
);

/** One reading of a sensor, of the job or the place of the house it stood in then. */
export const sensorReading = mysqlTable(
  'sensor_reading',
  {
    sensorId: id('sensor_id')
      .notNull()
      .references(() => sensor.id),
    at: at('at').notNull(),
    quantity: mysqlEnum('quantity', ['airTempC', 'rh', 'surfaceTempC', 'mcPercent']).notNull(),
    jobId: id('job_id'),
    place: varchar('place', { length: 60 }),
    value: double('value').notNull()
  },
  (t) => [primaryKey({ columns: [t.sensorId, t.at, t.quantity] }), index('sensor_reading_job').on(t.jobId, t.at)]
);
