import { HOUR_MS } from '$core/units';
import { fail } from '@sveltejs/kit';
import { idIn, isUuid } from '$lib/forms/id-in';
import { may } from '$lib/server/accounts/permissions';
import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { listJobs } from '$lib/server/jobs/lists';
import { sensorHours } from '$lib/server/sensors/readings';
import { addSensor, placeSensor, renewToken, sensorsOf, type SensorPlace } from '$lib/server/sensors/sensors';
import { knownOf } from '$lib/server/overview/knowledge';
import { SLUG_FORM } from '$core/keyed';
import type { Actions, PageServerLoad } from './$types';

/** How far back a sensor's past is shown: as far as the weather desk looks back. */
const SHOWN_HOURS = 120;

export const load: PageServerLoad = async ({ locals, url }) => {
  const { crewId, role } = locals.person!;
  const shown = url.searchParams.get('past');
  const [sensors, jobs, { housePlaces }] = await Promise.all([
    sensorsOf(db, crewId, now()),
    listJobs(db, crewId, { limit: 60 }),
    knownOf(db, crewId)
  ]);
  const sinceMs = Math.ceil(now() / HOUR_MS - SHOWN_HOURS) * HOUR_MS;
  const theirs = sensors.some((s) => s.id === shown);
  return {
    past: theirs ? { id: shown!, sinceMs, hours: await sensorHours(db, shown!, sinceMs) } : null,
    sensors,
    jobs: jobs.filter((j) => j.stage !== 'in care').map(({ id, title }) => ({ id, title })),
    housePlaces: housePlaces.map(({ id, name }) => ({ id, name })),
    mayEdit: may(role, 'edit sensors'),
    mayPlace: may(role, 'place sensors')
  };
};

const NAME_LENGTH = 60;
const SLUG = new RegExp(SLUG_FORM.pattern);

/**
 * Where a form stands a sensor: “job ID”, with a place of that job if it says one, “house PLACE”, or with nothing said in the
 * van. Undefined for anything else.
 */
function placeIn(data: FormData): SensorPlace | null | undefined {
  const stands = data.get('stands');
  if (stands === null || stands === '') return null;
  const [, kind, id] = /^(job|house) (.+)$/.exec(String(stands)) ?? [];
  if (kind === 'house') return SLUG.test(id!) ? { house: id! } : undefined;
  const place = data.get('place');
  if (kind !== 'job' || !isUuid(id!)) return undefined;
  if (place === null || place === '') return { job: id! };
  return SLUG.test(String(place)) ? { job: id!, place: String(place) } : undefined;
}

export const actions: Actions = {
  add: async ({ request, locals }) => {
    const { crewId } = locals.person!;
    const data = await request.formData();
    const name = String(data.get('name') ?? '').trim();
    if (!name || name.length > NAME_LENGTH)
      return fail(422, { problem: `Give the sensor a name of 1 to ${NAME_LENGTH} letters, such as “floor puck”.` });
    const { token } = await addSensor(db, crewId, name, null, now());
    return { name, token };
  },
  place: async ({ request, locals }) => {
    const { crewId } = locals.person!;
    const data = await request.formData();
    const id = idIn(data, 'id');
    const to = placeIn(data);
    return id && to !== undefined && (await placeSensor(db, crewId, id, to))
      ? { done: true }
      : fail(404, { problem: 'There is no such sensor, job or place in your crew.' });
  },
  renew: async ({ request, locals }) => {
    const { crewId } = locals.person!;
    const data = await request.formData();
    const id = idIn(data, 'id');
    const token = id && (await renewToken(db, crewId, id));
    return token
      ? { name: String(data.get('name') ?? '').slice(0, NAME_LENGTH), token }
      : fail(404, { problem: 'There is no such sensor.' });
  }
};
