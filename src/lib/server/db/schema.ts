import {
  bigint,
  boolean,
  char,
  date,
  double,
  index,
  int,
  mediumtext,
  mysqlEnum,
  mysqlTable,
  primaryKey,
  tinyint,
  uniqueIndex,
  varchar
} from 'drizzle-orm/mysql-core';
import type { JobDocument } from '../../../core/document';
import type { JobFile1 } from '../../../formats/schema/job-1-schema';
import type { NewEvent } from '../../../core/log';
import type { Plan } from '../../../core/plan';
import type { ProductCard } from '../../../core/product';
import type { HouseDocument } from '../../../core/house';
import { client, site } from './client-tables';
import { crew, user } from './people-tables';
import { at, cardKey, id, jsonDocument, mediumBlob, part } from './types';

export * from './air-tables';
export * from './client-tables';
export * from './people-tables';

/**
 * Wrong passwords in a row, counted under several keys at once (an address from one source, a source, an address, a known
 * device): how many, and when the next try is taken.
 */
export const signInTry = mysqlTable(
  'sign_in_try',
  {
    key: char('try_key', { length: 64 }).primaryKey(),
    count: int('count').notNull(),
    openAt: at('open_at').notNull()
  },
  (t) => [index('sign_in_try_open').on(t.openAt)]
);

/** Which crew was the first of this Basket: one row, so that of two first visits at once one makes it. */
export const firstCrew = mysqlTable('first_crew', {
  one: int('one').primaryKey(),
  crewId: id('crew_id').notNull(),
  madeAt: at('made_at').notNull()
});

/** A link by which a person sets a new password, once; kept only as a hash. */
export const passwordLink = mysqlTable(
  'password_link',
  {
    tokenHash: char('token_hash', { length: 64 }).primaryKey(),
    userId: id('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    by: varchar('by', { length: 80 }).notNull(),
    expiresAt: at('expires_at').notNull()
  },
  (t) => [index('password_link_user').on(t.userId)]
);

/** A product card of a crew, one row a revision; the newest is the one on the shelf. */
export const productCard = mysqlTable(
  'product_card',
  {
    crewId: id('crew_id')
      .notNull()
      .references(() => crew.id),
    cardId: cardKey().notNull(),
    revision: int('revision').notNull(),
    newest: boolean('newest').notNull(),
    document: jsonDocument<ProductCard>('document').notNull(),
    changedBy: varchar('changed_by', { length: 80 }).notNull(),
    changedAt: at('changed_at').notNull()
  },
  (t) => [
    primaryKey({ columns: [t.crewId, t.cardId, t.revision] }),
    index('product_card_newest').on(t.crewId, t.newest, t.cardId)
  ]
);

/** A job: its document, and the few facts lists are made of. `rowVersion` grows with every change of the document. */
export const job = mysqlTable(
  'job',
  {
    id: id().primaryKey(),
    crewId: id('crew_id')
      .notNull()
      .references(() => crew.id),
    title: varchar('title', { length: 120 }).notNull(),
    clientName: varchar('client_name', { length: 120 }).notNull(),
    place: varchar('place', { length: 120 }).notNull(),
    /** Whom it is for and where, as they are kept for all jobs; none where the document can't be read. */
    clientId: id('client_id').references(() => client.id),
    siteId: id('site_id').references(() => site.id),
    stage: mysqlEnum('stage', ['planning', 'booked', 'working', 'drying', 'in care']).notNull(),
    /** Written at the newest version; older ones lie as they were until their job is saved again. */
    document: jsonDocument<JobDocument | JobFile1>('document').notNull(),
    rowVersion: int('row_version').notNull(),
    /** Newest event of this job, by sequence; 0 before the first. */
    eventSeq: bigint('event_seq', { mode: 'number' }).notNull().default(0),
    /** In care: when the first surface wants oil again. */
    dueAt: at('due_at'),
    /** When the last coat was closed. */
    servedAt: at('served_at'),
    /** Set aside because it can't be read, by whom: it is on no list but that of those set aside. */
    setAsideAt: at('set_aside_at'),
    setAsideBy: varchar('set_aside_by', { length: 80 }),
    changedBy: varchar('changed_by', { length: 80 }).notNull(),
    createdAt: at('created_at').notNull(),
    updatedAt: at('updated_at').notNull()
  },
  (t) => [
    index('job_stage').on(t.crewId, t.stage, t.updatedAt),
    // Holds all a list is searched and sorted by, so that a far page never touches the documents before it.
    index('job_list').on(t.crewId, t.updatedAt, t.id, t.stage, t.setAsideAt, t.title, t.clientName, t.place),
    index('job_standing').on(t.crewId, t.setAsideAt, t.stage),
    index('job_due').on(t.crewId, t.dueAt),
    index('job_client').on(t.clientId, t.updatedAt),
    index('job_site').on(t.siteId, t.updatedAt)
  ]
);

/**
 * The work log: appended once, never changed. `seq` counts a job's entries in the order of commit, given under the job's own
 * row: numbers of the database's own would run out of order where several databases take writes.
 */
export const workEvent = mysqlTable(
  'work_event',
  {
    seq: bigint('seq', { mode: 'number' }).notNull(),
    id: id().notNull(),
    jobId: id('job_id')
      .notNull()
      .references(() => job.id),
    at: at('at').notNull(),
    /** The version it was written in; what came before versions is of the first. */
    version: tinyint('version').notNull().default(1),
    type: varchar('type', { length: 40 }).notNull(),
    data: jsonDocument<NewEvent['data']>('data').notNull(),
    device: varchar('device', { length: 60 }).notNull(),
    byUserId: id('by_user_id').notNull(),
    byName: varchar('by_name', { length: 80 }).notNull(),
    receivedAt: at('received_at').notNull()
  },
  (t) => [primaryKey({ columns: [t.jobId, t.seq] }), uniqueIndex('work_event_id').on(t.id)]
);

/** Pictures of a job, kept here so that one backup holds everything. What they show is said by the log. */
export const photo = mysqlTable(
  'photo',
  {
    id: id().primaryKey(),
    jobId: id('job_id')
      .notNull()
      .references(() => job.id),
    width: int('width').notNull(),
    height: int('height').notNull(),
    full: mediumBlob('full').notNull(),
    small: mediumBlob('small').notNull(),
    byUserId: id('by_user_id').notNull(),
    byName: varchar('by_name', { length: 80 }).notNull(),
    receivedAt: at('received_at').notNull()
  },
  (t) => [index('photo_job').on(t.jobId)]
);

/** A plan the crew committed to, kept to compare with what happened. */
export const committedPlan = mysqlTable(
  'committed_plan',
  {
    id: id().primaryKey(),
    jobId: id('job_id')
      .notNull()
      .references(() => job.id),
    part: part(),
    rowVersion: int('row_version').notNull(),
    plan: jsonDocument<Pick<Plan, 'coats' | 'load' | 'chosen'>>('plan').notNull(),
    startAt: at('start_at'),
    /** In how many forecasts the start held when it was committed to, and of how many; the forecast itself is kept. */
    holds: int('holds').notNull().default(0),
    members: int('members').notNull().default(0),
    forecast: mediumtext('forecast'),
    committedBy: varchar('committed_by', { length: 80 }).notNull(),
    committedAt: at('committed_at').notNull()
  },
  (t) => [index('committed_plan_job').on(t.jobId, t.committedAt)]
);

/** A tack test as it teaches the drying factor. Derived from the log, like finished_coat. */
export const tackTest = mysqlTable(
  'tack_test',
  {
    jobId: id('job_id')
      .notNull()
      .references(() => job.id),
    coat: int('coat').notNull(),
    at: at('at').notNull(),
    /** Which of several at one instant, from 0. */
    nth: int('nth').notNull().default(0),
    crewId: id('crew_id').notNull(),
    productId: varchar('product_id', { length: 60 }).notNull(),
    site: varchar('site', { length: 120 }).notNull(),
    felt: varchar('felt', { length: 20 }).notNull(),
    lnProgress: double('ln_progress').notNull(),
    touchDry: double('touch_dry').notNull()
  },
  (t) => [primaryKey({ columns: [t.jobId, t.coat, t.at, t.nth] }), index('tack_test_crew').on(t.crewId, t.at)]
);

/** A visit that is booked: what calendars show. One of a number is the same visit moved; one no longer wanted is cancelled. */
export const visit = mysqlTable(
  'visit',
  {
    jobId: id('job_id')
      .notNull()
      .references(() => job.id),
    number: int('number').notNull(),
    part: part(),
    crewId: id('crew_id').notNull(),
    fromAt: at('from_at').notNull(),
    toAt: at('to_at').notNull(),
    what: varchar('what', { length: 200 }).notNull(),
    /** Grows with every change, for calendars that hold an older one. */
    sequence: int('sequence').notNull(),
    cancelled: boolean('cancelled').notNull(),
    changedAt: at('changed_at').notNull()
  },
  (t) => [primaryKey({ columns: [t.jobId, t.number] }), index('visit_crew').on(t.crewId, t.fromAt)]
);

/** The secret address at which one person subscribes to the crew's calendar: it ends with the person. */
export const calendarAddress = mysqlTable('calendar_address', {
  userId: id('user_id')
    .primaryKey()
    .references(() => user.id, { onDelete: 'cascade' }),
  secret: char('secret', { length: 48 }).notNull().unique(),
  createdAt: at('created_at').notNull()
});

/** A crew's house rules, one row a revision; the newest holds. */
export const houseRulesRow = mysqlTable(
  'house_rules',
  {
    crewId: id('crew_id')
      .notNull()
      .references(() => crew.id),
    revision: int('revision').notNull(),
    document: jsonDocument<HouseDocument>('document').notNull(),
    changedBy: varchar('changed_by', { length: 80 }).notNull(),
    changedAt: at('changed_at').notNull()
  },
  (t) => [primaryKey({ columns: [t.crewId, t.revision] })]
);

/**
 * How often what a crew knows has changed: its rules, evidence or tins. Every transaction that changes one of them adds
 * one, so that a process may go by what it read at a count.
 */
export const crewKnowledge = mysqlTable('crew_knowledge', {
  crewId: id('crew_id').primaryKey(),
  version: int('version').notNull()
});

/** A finished coat as the log teaches from it: one row for each key its spread rate is known by. Derived from the log. */
export const finishedCoat = mysqlTable(
  'finished_coat',
  {
    jobId: id('job_id')
      .notNull()
      .references(() => job.id),
    part: part(),
    coat: int('coat').notNull(),
    rateKey: varchar('rate_key', { length: 140 }).notNull(),
    crewId: id('crew_id').notNull(),
    at: at('at').notNull(),
    productId: varchar('product_id', { length: 60 }).notNull(),
    product: varchar('product', { length: 80 }).notNull(),
    position: varchar('position', { length: 20 }).notNull(),
    speciesGroup: varchar('species_group', { length: 30 }).notNull(),
    method: varchar('method', { length: 20 }).notNull(),
    areaM2: double('area_m2').notNull(),
    usedL: double('used_l').notNull(),
    cardM2PerL: double('card_m2_per_l').notNull(),
    lnRate: double('ln_rate').notNull(),
    weight: double('weight').notNull(),
    guessed: boolean('guessed').notNull(),
    counts: boolean('counts').notNull(),
    reason: varchar('reason', { length: 300 }).notNull()
  },
  (t) => [primaryKey({ columns: [t.jobId, t.part, t.coat, t.rateKey] }), index('finished_coat_crew').on(t.crewId, t.at)]
);

/** The hands of a finished coat, by kind and method: minutes as they were seen, and what the rates say of just that. Derived. */
export const finishedHandsRow = mysqlTable(
  'finished_hands',
  {
    jobId: id('job_id')
      .notNull()
      .references(() => job.id),
    part: part(),
    coat: int('coat').notNull(),
    rateKey: varchar('rate_key', { length: 140 }).notNull(),
    crewId: id('crew_id').notNull(),
    at: at('at').notNull(),
    areaM2: double('area_m2').notNull(),
    tookMinutes: double('took_minutes').notNull(),
    plannedMinutes: double('planned_minutes').notNull(),
    lnRate: double('ln_rate').notNull(),
    weight: double('weight').notNull(),
    guessed: boolean('guessed').notNull()
  },
  (t) => [
    primaryKey({ columns: [t.jobId, t.part, t.coat, t.rateKey] }),
    index('finished_hands_crew').on(t.crewId, t.at)
  ]
);

/** The sums of what counts, by key, of litres and of hands: what a plan reads. Kept in step with both in the same transaction. */
export const rateEvidence = mysqlTable(
  'rate_evidence',
  {
    crewId: id('crew_id').notNull(),
    rateKey: varchar('rate_key', { length: 140 }).notNull(),
    coats: int('coats').notNull(),
    weight: double('weight').notNull(),
    weightedLn: double('weighted_ln').notNull()
  },
  (t) => [primaryKey({ columns: [t.crewId, t.rateKey] })]
);

/** A tin of the crew's stock. `rowVersion` grows with every change of what is left or where it stands. */
export const tin = mysqlTable(
  'tin',
  {
    id: id().primaryKey(),
    crewId: id('crew_id')
      .notNull()
      .references(() => crew.id),
    productId: varchar('product_id', { length: 60 }).notNull(),
    of: mysqlEnum('of', ['kit', 'oil', 'hardener']).notNull(),
    colour: varchar('colour', { length: 40 }).notNull(),
    lot: varchar('lot', { length: 40 }).notNull(),
    pairCode: varchar('pair_code', { length: 20 }),
    volumeMl: int('volume_ml').notNull(),
    leftMl: int('left_ml').notNull(),
    place: varchar('place', { length: 40 }).notNull(),
    boughtOn: date('bought_on', { mode: 'string' }).notNull(),
    openedOn: date('opened_on', { mode: 'string' }),
    rowVersion: int('row_version').notNull().default(1)
  },
  (t) => [index('tin_crew').on(t.crewId, t.leftMl), index('tin_lot').on(t.crewId, t.productId, t.lot)]
);

/** Every movement of the stock: what, how much, why, by whom. Those of the work log carry its event. */
export const tinMovement = mysqlTable(
  'tin_movement',
  {
    id: id().primaryKey(),
    crewId: id('crew_id').notNull(),
    /** Null for oil of a lot that is not in the stock. */
    tinId: id('tin_id'),
    productId: varchar('product_id', { length: 60 }).notNull(),
    of: mysqlEnum('of', ['kit', 'oil', 'hardener']).notNull(),
    lot: varchar('lot', { length: 40 }).notNull(),
    kind: mysqlEnum('kind', ['bought', 'used', 'taken back', 'corrected', 'moved', 'thrown out']).notNull(),
    deltaMl: int('delta_ml').notNull(),
    note: varchar('note', { length: 200 }).notNull().default(''),
    eventId: id('event_id'),
    jobId: id('job_id'),
    by: varchar('by', { length: 80 }).notNull(),
    at: at('at').notNull()
  },
  (t) => [
    index('tin_movement_crew').on(t.crewId, t.at),
    index('tin_movement_event').on(t.eventId),
    index('tin_movement_tin').on(t.tinId)
  ]
);
