import { boolean, index, int, mysqlEnum, mysqlTable, text, varchar } from 'drizzle-orm/mysql-core';
import type { WorkingHours } from '../../../core/calendar';
import { at, id, jsonDocument } from './types';

/** One crew is one household of data: every row below belongs to one. */
export const crew = mysqlTable('crew', {
  id: id().primaryKey(),
  name: varchar('name', { length: 80 }).notNull(),
  home: jsonDocument<{
    place: string;
    latitudeDeg: number;
    longitudeDeg: number;
    timeZone: string;
  }>('home').notNull(),
  workingHours: jsonDocument<WorkingHours>('working_hours').notNull(),
  /** Counted up by whoever changes people, cards or house rules, so that two who do are one after the other everywhere. */
  turn: int('turn').notNull().default(0),
  createdAt: at('created_at').notNull()
});

export const user = mysqlTable(
  'user',
  {
    id: id().primaryKey(),
    crewId: id('crew_id')
      .notNull()
      .references(() => crew.id),
    name: varchar('name', { length: 80 }).notNull(),
    email: varchar('email', { length: 120 }).notNull().unique(),
    emailVerified: boolean('email_verified').notNull().default(false),
    image: text('image'),
    role: mysqlEnum('role', ['lead', 'hand', 'office']).notNull().default('hand'),
    units: mysqlEnum('units', ['metric', 'us']).notNull().default('metric'),
    active: boolean('active').notNull().default(true),
    createdAt: at('created_at').notNull(),
    updatedAt: at('updated_at').notNull()
  },
  (t) => [index('user_crew').on(t.crewId)]
);

export const session = mysqlTable(
  'session',
  {
    id: id().primaryKey(),
    userId: id('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    token: varchar('token', { length: 120 }).notNull().unique(),
    expiresAt: at('expires_at').notNull(),
    ipAddress: varchar('ip_address', { length: 64 }),
    userAgent: varchar('user_agent', { length: 400 }),
    createdAt: at('created_at').notNull(),
    updatedAt: at('updated_at').notNull()
  },
  (t) => [index('session_user').on(t.userId)]
);

export const account = mysqlTable(
  'account',
  {
    id: id().primaryKey(),
    userId: id('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    accountId: varchar('account_id', { length: 120 }).notNull(),
    providerId: varchar('provider_id', { length: 60 }).notNull(),
    accessToken: text('access_token'),
    refreshToken: text('refresh_token'),
    idToken: text('id_token'),
    accessTokenExpiresAt: at('access_token_expires_at'),
    refreshTokenExpiresAt: at('refresh_token_expires_at'),
    scope: text('scope'),
    password: text('password'),
    createdAt: at('created_at').notNull(),
    updatedAt: at('updated_at').notNull()
  },
  (t) => [index('account_user').on(t.userId)]
);

export const verification = mysqlTable(
  'verification',
  {
    id: id().primaryKey(),
    identifier: varchar('identifier', { length: 200 }).notNull(),
    value: text('value').notNull(),
    expiresAt: at('expires_at').notNull(),
    createdAt: at('created_at').notNull(),
    updatedAt: at('updated_at').notNull()
  },
  (t) => [index('verification_identifier').on(t.identifier)]
);
