import { createHash, randomBytes } from 'node:crypto';
import { and, asc, desc, eq, gt, sql } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { keyed, type Keyed } from '../../../core/keyed';
import { DAY_MS, MINUTE_MS } from '../../../core/units';
import type { SenmlRecord } from '../../../formats/senml';
import type { FieldProblem } from '../../../formats/validate/validate';
import type { Db } from '../db/connect';
import { job, sensor, sensorReading } from '../db/schema';
import { transact } from '../db/transact';
import { houseOf } from '../house/house-rules';
import { checkJobDocument } from '../../../formats/job-json';
import { knowledgeChanged } from '../db/knowledge-version';
import type { Quantity } from './readings';

export type SensorRow = Omit<typeof sensor.$inferSelect, 'tokenHash' | 'crewId'>;

/** Where a sensor stands: in a place of a job, its first where none is named, or in a place of the house. */
export type SensorPlace = { job: string; place?: string } | { house: string };

/** A sensor as its page shows it: where it stands, and what it said last. */
export interface SensorSeen extends SensorRow {
  jobTitle: string | null;
  /** The places of the job it stands on. */
  jobPlaces: { id: string; name: string }[];
  last: Partial<Record<Quantity, number>>;
}

const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex');

/** Makes a sensor; its token is given once and kept only as a hash. */
export async function addSensor(
  db: Db,
  crewId: string,
  name: string,
  jobId: string | null,
  nowMs: number
): Promise<{ id: string; token: string }> {
  const token = randomBytes(24).toString('base64url');
  const id = uuidv7();
  await transact(db, async (tx) => {
    await tx.insert(sensor).values({ id, crewId, name, jobId, tokenHash: hashOf(token), createdAt: new Date(nowMs) });
    await knowledgeChanged(tx, crewId);
  });
  return { id, token };
}

/**
 * Stands a sensor elsewhere, or with null into the van; readings stay where they were taken. False when the sensor or the place
 * is not theirs.
 */
export async function placeSensor(db: Db, crewId: string, id: string, to: SensorPlace | null): Promise<boolean> {
  if (to && !(await isTheirs(db, crewId, to))) return false;
  const stands = !to
    ? { jobId: null, place: null }
    : 'house' in to
      ? { jobId: null, place: to.house }
      : { jobId: to.job, place: to.place ?? null };
  const [done] = await transact(db, (tx) =>
    tx
      .update(sensor)
      .set(stands)
      .where(and(eq(sensor.id, id), eq(sensor.crewId, crewId)))
  );
  return done.affectedRows > 0;
}

async function isTheirs(db: Db, crewId: string, to: SensorPlace): Promise<boolean> {
  if ('house' in to) {
    const { document } = await houseOf(db, crewId);
    return (document.places ?? []).some((p) => p.id === to.house);
  }
  const [theirs] = await db
    .select({ document: job.document })
    .from(job)
    .where(and(eq(job.id, to.job), eq(job.crewId, crewId)));
  return theirs !== undefined && (to.place === undefined || placesOf(theirs.document).some((p) => p.id === to.place));
}

/** The places of a job as it is kept; none of one that can't be read. */
function placesOf(document: unknown): { id: string; name: string }[] {
  const read = checkJobDocument(document);
  return read.ok ? read.value.places.map(({ id, name }) => ({ id, name })) : [];
}

/** Gives a sensor a new token; the old one no longer counts. Null when it is not theirs. */
export async function renewToken(db: Db, crewId: string, id: string): Promise<string | null> {
  const token = randomBytes(24).toString('base64url');
  const [done] = await transact(db, (tx) =>
    tx
      .update(sensor)
      .set({ tokenHash: hashOf(token) })
      .where(and(eq(sensor.id, id), eq(sensor.crewId, crewId)))
  );
  return done.affectedRows > 0 ? token : null;
}

/** The sensors of a crew with what each said last within ten days. */
export async function sensorsOf(db: Db, crewId: string, nowMs: number): Promise<SensorSeen[]> {
  const rows = await db
    .select({ row: sensor, jobTitle: job.title, document: job.document })
    .from(sensor)
    .leftJoin(job, eq(job.id, sensor.jobId))
    .where(eq(sensor.crewId, crewId))
    .orderBy(asc(sensor.name));
  return Promise.all(
    rows.map(async ({ row: { tokenHash: _, crewId: __, ...row }, jobTitle, document }) => {
      const readings = await db
        .select()
        .from(sensorReading)
        .where(and(eq(sensorReading.sensorId, row.id), gt(sensorReading.at, new Date(nowMs - 10 * DAY_MS))))
        .orderBy(desc(sensorReading.at))
        .limit(12);
      const last: SensorSeen['last'] = {};
      for (const r of readings) last[r.quantity] ??= r.value;
      return { ...row, jobTitle, jobPlaces: document === null ? [] : placesOf(document), last };
    })
  );
}

/** What a name's ending says is measured, the units it may come in and what is possible. */
const MEASURES: readonly {
  ends: RegExp;
  quantity: Quantity | 'battery';
  units: Keyed<(v: number) => number>;
  range: [number, number];
}[] = [
  {
    ends: /(surface|board|floor)([-_]?temp(erature)?)?$/i,
    quantity: 'surfaceTempC',
    units: keyed({ Cel: (v) => v, K: (v) => v - 273.15 }),
    range: [-40, 90]
  },
  {
    ends: /(moisture|pins?|mc)$/i,
    quantity: 'mcPercent',
    units: keyed({ '%': (v) => v, '/': (v) => v * 100 }),
    range: [2, 80]
  },
  {
    ends: /(humidity|rh)$/i,
    quantity: 'rh',
    units: keyed({ '%RH': (v) => v / 100, '%': (v) => v / 100, '/': (v) => v }),
    range: [0, 1]
  },
  {
    ends: /battery$/i,
    quantity: 'battery',
    units: keyed({ '%EL': (v) => v, '%': (v) => v, '/': (v) => v * 100 }),
    range: [0, 100]
  },
  {
    ends: /(air|temp(erature)?)$/i,
    quantity: 'airTempC',
    units: keyed({ Cel: (v) => v, K: (v) => v - 273.15 }),
    range: [-40, 60]
  }
];

const FUTURE_MS = 10 * MINUTE_MS;

export type PostOutcome =
  | { ok: true; stored: number; passedOver: string[] }
  | { ok: false; reason: 'unknown token' }
  | { ok: false; reason: 'refused'; problems: FieldProblem[] };

/**
 * Stores what a sensor posts, all or nothing; a reading it posted before is not doubled. Names that tell of nothing measured
 * here, such as a signal strength, are passed over and given back; a pack of nothing else is refused.
 */
export async function postReadings(
  db: Db,
  token: string,
  records: readonly SenmlRecord[],
  nowMs: number
): Promise<PostOutcome> {
  const [from] = await db
    .select()
    .from(sensor)
    .where(eq(sensor.tokenHash, hashOf(token)));
  if (!from) return { ok: false, reason: 'unknown token' };
  const problems: FieldProblem[] = [];
  const rows: (typeof sensorReading.$inferInsert)[] = [];
  const passedOver = new Set<string>();
  let battery: number | undefined;
  records.forEach((r, i) => {
    const refuse = (field: string, problem: string) => problems.push({ path: `/${i}/${field}`, problem });
    const m = MEASURES.find((x) => x.ends.test(r.name));
    if (!m) return void passedOver.add(r.name);
    const convert = m.units.get(r.unit);
    if (!convert) return void refuse('u', `“${r.unit}” is not a unit of it; use ${[...m.units.keys()].join(' or ')}`);
    const value = convert(r.value);
    if (!(value >= m.range[0] && value <= m.range[1]))
      return void refuse('v', `${r.value} ${r.unit} can't be; it must lie between ${m.range.join(' and ')}`);
    if (r.atMs > nowMs + FUTURE_MS) return void refuse('t', 'lies in the future; set the clock of the sensor');
    if (m.quantity === 'battery') battery = Math.round(value);
    else
      rows.push({
        sensorId: from.id,
        at: new Date(r.atMs),
        quantity: m.quantity,
        jobId: from.jobId,
        place: from.place,
        value
      });
  });
  if (rows.length === 0 && battery === undefined && passedOver.size > 0)
    problems.push({
      path: '/0/n',
      problem: `“${[...passedOver][0]}” names nothing known; end it in air, humidity, surface, moisture or battery`
    });
  if (problems.length) return { ok: false, reason: 'refused', problems };
  await transact(db, async (tx) => {
    if (rows.length)
      await tx
        .insert(sensorReading)
        .values(rows)
        .onDuplicateKeyUpdate({ set: { value: sql`VALUES(${sensorReading.value})` } });
    await tx
      .update(sensor)
      .set({ lastSeenAt: new Date(nowMs), ...(battery !== undefined && { batteryPercent: battery }) })
      .where(eq(sensor.id, from.id));
  });
  return { ok: true, stored: rows.length, passedOver: [...passedOver] };
}
