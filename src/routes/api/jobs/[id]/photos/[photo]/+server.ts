import { error, json } from '@sveltejs/kit';
import { may } from '$lib/server/accounts/permissions';
import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { refuse } from '$lib/server/http';
import { findPhoto, MOST_PHOTOS, storePhoto } from '$lib/server/photos/photos';
import { keptPicture, PHOTO_LIMIT_BYTES } from '$lib/server/photos/picture';
import type { RequestHandler } from './$types';

const UUID7 = /^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/;

/** A photo of this job; `size=small` for lists. It never changes, so a device keeps it. */
export const GET: RequestHandler = async ({ params, url, locals, setHeaders }) => {
  const size = url.searchParams.get('size') === 'small' ? 'small' : 'full';
  const bytes = await findPhoto(db, locals.person!.crewId, params.id, params.photo, size);
  if (!bytes) error(404, 'This photo has not arrived yet.');
  setHeaders({ 'Content-Type': 'image/jpeg', 'Content-Length': String(bytes.length) });
  return new Response(new Uint8Array(bytes));
};

/** Takes a photo under the id the device gave it: checked by content, turned upright, stripped of location, once. */
export const PUT: RequestHandler = async ({ params, request, locals }) => {
  const person = locals.person!;
  if (!may(person.role, 'log work')) return json({ message: 'The crew on site takes the photos.' }, { status: 403 });
  const no = (problem: string, status = 422) => refuse([{ path: '/photo', problem }], status);
  if (!UUID7.test(params.photo)) return no('has no id a device would give it');
  if (Number(request.headers.get('content-length') ?? 0) > PHOTO_LIMIT_BYTES)
    return no('is larger than 15 MB; make it smaller', 413);
  const bytes = await request.arrayBuffer().catch(() => null);
  if (!bytes) return no('did not arrive whole; send it again', 413);
  const made = await keptPicture(new Uint8Array(bytes));
  if (!made.ok) return no(made.problem);
  const outcome = await storePhoto(db, person.crewId, params.id, params.photo, made.picture, person, now());
  if (outcome === 'no such job') error(404, 'There is no such job in your crew.');
  if (outcome === 'too many') return no(`is one too many: a job holds ${MOST_PHOTOS}`);
  if (outcome === 'taken') return no('carries the id of another job’s photo', 409);
  return json({ outcome }, { status: outcome === 'stored' ? 201 : 200 });
};
