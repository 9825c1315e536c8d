import { double, mysqlTable, uniqueIndex, varchar } from 'drizzle-orm/mysql-core';
import { crew } from './people-tables';
import { at, id } from './types';

/** Whom a crew works for, kept once: every job of theirs has them. Two of one name are one. */
export const client = mysqlTable(
  'client',
  {
    id: id().primaryKey(),
    crewId: id('crew_id')
      .notNull()
      .references(() => crew.id),
    name: varchar('name', { length: 120 }).notNull(),
    phone: varchar('phone', { length: 40 }),
    email: varchar('email', { length: 120 }),
    changedAt: at('changed_at').notNull()
  },
  (t) => [uniqueIndex('client_name').on(t.crewId, t.name)]
);

/** Where a crew works, kept once: every job there has its position and its clock. */
export const site = mysqlTable(
  'site',
  {
    id: id().primaryKey(),
    crewId: id('crew_id')
      .notNull()
      .references(() => crew.id),
    place: varchar('place', { length: 120 }).notNull(),
    latitudeDeg: double('latitude_deg').notNull(),
    longitudeDeg: double('longitude_deg').notNull(),
    timeZone: varchar('time_zone', { length: 60 }).notNull(),
    changedAt: at('changed_at').notNull()
  },
  (t) => [uniqueIndex('site_place').on(t.crewId, t.place)]
);
