import { json } from '@sveltejs/kit';
import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { readJson, refuse } from '$lib/server/http';
import { postReadings } from '$lib/server/sensors/sensors';
import { readSenml } from '$formats/senml';
import type { RequestHandler } from './$types';

/** Takes a SenML pack (RFC 8428) from a sensor that shows its token: `Authorization: Bearer TOKEN`. */
export const POST: RequestHandler = async ({ request }) => {
  const token = /^Bearer ([A-Za-z0-9_-]{20,64})$/.exec(request.headers.get('authorization') ?? '')?.[1];
  if (!token) return json({ message: 'Send the token of the sensor: Authorization: Bearer TOKEN.' }, { status: 401 });
  const body = await readJson(request);
  if (!body.ok) return body.response;
  const records = readSenml(body.value, now());
  if (!records.ok) return refuse(records.problems);
  const posted = await postReadings(db, token, records.value, now());
  if (posted.ok) return json({ stored: posted.stored, passedOver: posted.passedOver });
  return posted.reason === 'refused'
    ? refuse(posted.problems)
    : json({ message: 'No sensor has this token.' }, { status: 401 });
};
