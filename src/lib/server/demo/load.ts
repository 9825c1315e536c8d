import { bestStarts } from '../../../core/plan';
import { FIRST_PART, finishCard, partJob, type PartJob, type Site } from '../../../core/document';
import { PLACE_NAMES } from '../../../core/place';
import { firstDayKnowledge } from '../../../core/knowledge';
import { siteClimate } from '../../../core/window';
import type { HouseDocument } from '../../../core/house';
import { atLabel, type ProductCard } from '../../../core/product';
import type { StockTin } from '../../../core/stock';
import { DAY_MS, HOUR_MS } from '../../../core/units';
import { checkJobDocument } from '../../../formats/job-json';
import { agoMs, productsNamed } from '../../../formats/kept-job';
import { houseRules } from '../../../formats/validate/gen/houseRules.gen.js';
import { checkEvent } from '../../../formats/work-event';
import { productCard } from '../../../formats/validate/gen/productCard.gen.js';
import { check, type Checked } from '../../../formats/validate/validate';
import { readSenml } from '../../../formats/senml';
import { rigPack, type RigAir } from '../../../stand-ins/sensor-rig';
import { answerPosition, deskSeries } from '../../../stand-ins/weather-desk';
import type { Role } from '../accounts/permissions';
import { addPerson, createCrew, listPeople, type NewCrew } from '../accounts/people';
import type { Db } from '../db/connect';
import { createJob } from '../jobs/jobs';
import { findJob } from '../jobs/reading';
import { commitStart } from '../overview/commit';
import { learnDrying } from '../overview/learn-drying';
import { addSensor, postReadings } from '../sensors/sensors';
import { saveHouse } from '../house/house-rules';
import { saveCard } from '../shelf/cards';
import { addTin } from '../stock/stock';
import type { Desk } from '../weather/desk';
import { storePhoto } from '../photos/photos';
import { keptPicture } from '../photos/picture';
import { appendEvents } from '../on-site/append';
import { demoPicture, type DemoPicture } from './picture';

/** The demo world as its files hold it. Times are told from the moment of loading: "-74m" is 74 minutes ago. */
export interface DemoWorld {
  crew: {
    crewName: string;
    home: NewCrew['home'];
    workingHours: NewCrew['workingHours'];
    password: string;
    people: { name: string; email: string; role: string }[];
    house: unknown;
  };
  stock: (Omit<StockTin, 'id' | 'boughtOn' | 'openedOn'> & { bought: string; opened?: string })[];
  /** Jobs of the last two years, a line each: what was laid, when, and what it took. */
  history: PastJob[];
  cards: unknown[];
  jobs: {
    file: string;
    /** A job document of any version, its cards left to the shelf. */
    document: object;
    /** Of all parts, or of some, the best start found is booked. */
    start?: 'best' | string[];
    sensor?: DemoSensor;
    events: DemoEvent[];
    photos?: (DemoPicture & { at: string; by: string; surface: string; stage: string })[];
  }[];
}

interface DemoSensor extends RigAir {
  name: string;
  hours: number;
  /** Hours ago in which it said nothing: from so many to so many. */
  silent?: { from: number; to: number };
  batteryPercent: number;
}

/** A finished job of the past, as far as the log teaches from it. */
interface PastJob {
  title: string;
  client: string;
  place: string;
  setting: 'indoor' | 'outdoor';
  kind: string;
  face: string;
  speciesId: string;
  areaM2: number;
  lastGrit: number;
  sawn: boolean;
  productId: string;
  colour: string;
  method: string;
  people: number;
  coats: {
    daysAgo: number;
    usedL: number;
    guessed?: boolean;
    judged?: { counts: boolean; reason: string };
    /** Tack tests, hours after laying. */
    tacks?: { after: number; felt: string }[];
  }[];
}

/** Loads the demo world into an empty database, through the same schemas as any import. Throws at the first thing that does not fit. */
export async function loadDemo(db: Db, world: DemoWorld, nowMs: number): Promise<{ crewId: string }> {
  const desk: Desk = {
    near: true,
    ask: async (query) => {
      const { status, body } = answerPosition(new URLSearchParams(query), nowMs);
      return Response.json(body, { status });
    }
  };
  const [lead, ...others] = world.crew.people;
  const person = (p: { name: string; email: string; role: string }) => ({
    ...p,
    role: p.role as Role,
    password: world.crew.password
  });
  const { crewName: name, home, workingHours } = world.crew;
  const { crewId } = await createCrew(db, { name, home, workingHours }, person(lead!), nowMs);
  for (const p of others) need(await addPerson(db, crewId, person(p), nowMs), p.email);
  const cards = world.cards.map((c) => sound(check<ProductCard>(productCard, c), 'a card'));
  for (const c of cards) await saveCard(db, crewId, c, 0, lead!.name, nowMs);
  const house = sound(check<HouseDocument>(houseRules, world.crew.house), 'the house rules');
  await saveHouse(db, crewId, house, 0, lead!.name, nowMs);
  for (const { bought, opened, ...t } of world.stock)
    await addTin(
      db,
      crewId,
      { ...t, boughtOn: dayOf(ago(bought, nowMs)), ...(opened && { openedOn: dayOf(ago(opened, nowMs)) }) },
      lead!.name,
      ago(bought, nowMs)
    );
  const people = new Map((await listPeople(db, crewId)).map((p) => [p.name, p]));
  const read = ({ document, file }: DemoWorld['jobs'][number]) => {
    const used = productsNamed(document);
    return sound(checkJobDocument({ ...document, products: cards.filter((c) => used.has(c.id)) }), file);
  };
  const { site } = partJob(read(world.jobs[0]!), FIRST_PART);
  for (const past of world.history) await loadPast(db, crewId, past, site, cards, people.get(lead!.name)!, nowMs, desk);
  // The last of the list is made first, so that the busiest job was changed last.
  for (const j of [...world.jobs].reverse()) {
    const document = read(j);
    if (j.start)
      for (const part of document.parts) {
        if (j.start !== 'best' && !j.start.includes(part.id)) continue;
        const startAt = bestStart(partJob(document, part.id), readingsOf(j, nowMs), nowMs);
        if (startAt) part.startAt = startAt;
      }
    const id = await createJob(db, crewId, document, lead!.name, nowMs);
    const log = async (e: DemoEvent, i: number) => {
      const event = sound(
        checkEvent({
          id: eventId(nowMs, i),
          at: ago(e.at, nowMs),
          device: 'demo',
          ...(e.v !== undefined && { v: e.v }),
          type: e.type,
          data: e.data
        }),
        `${j.file}, event ${i}`
      );
      await appendEvents(db, crewId, id, [event], people.get(e.by)!, nowMs);
    };
    for (const [i, e] of j.events.entries()) await log(e, i);
    for (const [i, { tone, wear, at, by, ...pin }] of (j.photos ?? []).entries()) {
      const made = await keptPicture(await demoPicture({ tone, wear }));
      if (!made?.ok) throw new Error(`demo world, ${j.file}, photo ${i}: ${made?.problem ?? 'too many at once'}`);
      const photo = eventId(nowMs, 3000 + i);
      await storePhoto(db, crewId, id, photo, made.picture, people.get(by)!, nowMs);
      await log({ at, by, type: 'photo.added', data: { photo, ...pin } }, 2000 + i);
    }
    await learnDrying(db, crewId, id, nowMs, desk);
    const job = j.start ? await findJob(db, crewId, id) : null;
    for (const { id: part, startAt } of job?.document.parts ?? [])
      if (startAt)
        need(await commitStart(db, crewId, job!, part, Date.parse(startAt), lead!.name, nowMs, desk), j.file);
    if (j.sensor) await loadSensor(db, crewId, id, j.sensor, nowMs);
  }
  return { crewId };
}

/** An event of a job of the demo, `at` told from now; of version 1 where it names none. */
interface DemoEvent {
  at: string;
  by: string;
  v?: number;
  type: string;
  data: unknown;
}

/** Stands a sensor on a job and lets the rig post what it measured in the last hours, as any sender of SenML would. */
async function loadSensor(
  db: Db,
  crewId: string,
  jobId: string,
  { name, hours, silent, batteryPercent, ...around }: DemoSensor,
  nowMs: number
): Promise<void> {
  const { token } = await addSensor(db, crewId, name, jobId, nowMs);
  const packs = Array.from({ length: hours * 2 }, (_, i) => {
    const ago = hours - i / 2;
    if (silent && ago <= silent.from && ago > silent.to) return [];
    return rigPack('rig-1', around, nowMs - ago * HOUR_MS, batteryPercent);
  });
  const records = sound(readSenml(packs.flat(), nowMs), `sensor ${name}`);
  const posted = await postReadings(db, token, records, nowMs);
  if (!posted.ok) throw new Error(`demo world, sensor ${name}: ${posted.reason}`);
}

const dayOf = (ms: number) => new Date(ms).toISOString().slice(0, 10);

/** Loads a past job: its document in the air of an example, its coats opened, closed and handed over. */
async function loadPast(
  db: Db,
  crewId: string,
  past: PastJob,
  { latitudeDeg, longitudeDeg, timeZone, place: _, ...air }: Site,
  cards: readonly ProductCard[],
  who: { id: string; name: string },
  nowMs: number,
  desk: Desk
): Promise<void> {
  const document = sound(
    checkJobDocument({
      format: 'basket-job',
      version: 2,
      title: past.title,
      client: { name: past.client },
      site: { place: `${past.place}, Saltmarsh Wick`, latitudeDeg, longitudeDeg, timeZone },
      places: [{ id: 'place-1', name: PLACE_NAMES[past.setting], ...air, setting: past.setting }],
      crew: { people: past.people },
      surfaces: [
        {
          id: 'surface',
          name: past.title,
          kind: past.kind,
          speciesId: past.speciesId,
          thicknessM: 0.027,
          lastGrit: past.lastGrit,
          waterPopped: false,
          weathered: false,
          shape: { type: 'area', areaM2: past.areaM2 },
          faces: [
            {
              id: 'face',
              kind: past.face,
              texture: past.sawn ? 'sawn' : 'sanded',
              profile: 'flat',
              coats: past.coats.length,
              areaM2: past.areaM2
            }
          ]
        }
      ],
      parts: [
        {
          id: FIRST_PART,
          placeId: 'place-1',
          takes: [],
          finish: { productId: past.productId, colour: past.colour, method: past.method, bareWood: true }
        }
      ],
      living: { traffic: 'home', sun: 1, wet: 'dry', soap: 'proper soap' },
      usedForFood: false,
      products: cards.filter((c) => c.id === past.productId).map(atLabel)
    }),
    past.title
  );
  const id = await createJob(db, crewId, document, who.name, nowMs);
  const made = (daysAgo: number, type: string, data: unknown, i: number) =>
    sound(
      checkEvent({
        id: eventId(nowMs, i),
        at: Math.round(nowMs - daysAgo * DAY_MS),
        device: 'demo',
        type,
        data
      }),
      `${past.title}, event ${i}`
    );
  const events = past.coats.flatMap((c, i) => [
    made(c.daysAgo, 'coat.opened', { coat: i + 1 }, 3 * i),
    made(c.daysAgo - 0.1, 'coat.closed', { coat: i + 1, usedL: c.usedL, guessed: c.guessed ?? false }, 3 * i + 1),
    ...(c.judged ? [made(c.daysAgo - 1, 'coat.judged', { coat: i + 1, ...c.judged }, 3 * i + 2)] : []),
    ...(c.tacks ?? []).map(({ after, felt }, k) =>
      made(c.daysAgo - 0.1 - after / 24, 'tack.felt', { coat: i + 1, felt }, 200 + 10 * i + k)
    )
  ]);
  await appendEvents(
    db,
    crewId,
    id,
    [...events, made(past.coats.at(-1)!.daysAgo - 3, 'handed.over', {}, 99)],
    who,
    nowMs
  );
  if (past.coats.some((c) => c.tacks)) await learnDrying(db, crewId, id, nowMs, desk);
}

/** The moisture readings a demo job's log will hold: the hours are judged by them before it is loaded. */
const readingsOf = (j: DemoWorld['jobs'][number], nowMs: number) =>
  j.events.flatMap((e) =>
    e.type === 'moisture.read' ? [{ atMs: ago(e.at, nowMs), percent: (e.data as { percent: number }).percent }] : []
  );

function bestStart(job: PartJob, readings: { atMs: number; percent: number }[], nowMs: number): string | undefined {
  const weather = deskSeries(job.site, nowMs, nowMs - 5 * DAY_MS, nowMs + 10 * DAY_MS);
  const climate = siteClimate(job, weather, { startMs: nowMs, hours: 240 }, [], readings);
  const knowledge = firstDayKnowledge();
  const best =
    climate && finishCard(job)
      ? bestStarts(job, climate, knowledge, nowMs).find((s) => s.ok && s.startMs > nowMs + 20 * HOUR_MS)
      : undefined;
  return best && new Date(best.startMs).toISOString();
}

function ago(text: string, nowMs: number): number {
  const ms = agoMs(text, nowMs);
  if (ms === null) throw new Error(`“${text}” is not a time like -74m or -33h`);
  return ms;
}

let serial = 0;
/** Ids in the order of the file: demo events may share an instant. */
const eventId = (nowMs: number, i: number): string => {
  const hex = (n: number, digits: number) => n.toString(16).padStart(digits, '0').slice(-digits);
  const stamp = hex(nowMs, 12);
  return `${stamp.slice(0, 8)}-${stamp.slice(8)}-7${hex(i, 3)}-8${hex(serial++, 3)}-${hex(serial * 7919, 12)}`;
};

function sound<T>(r: Checked<T>, what: string): T {
  if (!r.ok) throw new Error(`demo world, ${what}: ${r.problems.map((p) => `${p.path} ${p.problem}`).join('; ')}`);
  return r.value;
}

function need(r: { ok: true } | { ok: false; problem: string }, what: string): void {
  if (!r.ok) throw new Error(`demo world, ${what}: ${r.problem}`);
}
